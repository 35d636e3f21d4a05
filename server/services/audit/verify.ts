import { createHash } from 'node:crypto'
import { chainAfter, chainHeads, type ChainRow } from '#server/db/audit'
import type { Db } from '#server/db/pool'

export interface BrokenRow {
  organisation: string
  seq: number
  because: string
}

const START = '0'.repeat(64)
const PAGE = 2_000

/** Prove every chain, page by page. @returns rows checked, and the first broken row of each organisation. */
export async function verifyAudit(db: Db): Promise<{ checked: number; broken: BrokenRow[] }> {
  const broken: BrokenRow[] = []
  let checked = 0
  for (const head of await chainHeads(db)) {
    let last = { seq: 0, hash: START }
    let fault: BrokenRow | null = null
    for (
      let page = await chainAfter(db, head.organisation_id, 0, PAGE);
      page.length > 0 && !fault;
      page = await chainAfter(db, head.organisation_id, last.seq, PAGE)
    ) {
      for (const row of page) {
        const because = faultOf(row, last)
        if (because) {
          fault = { organisation: head.organisation_id, seq: row.seq, because }
          break
        }
        last = { seq: row.seq, hash: row.hash }
        checked++
      }
    }
    if (!fault && (last.seq !== head.seq || last.hash !== head.hash))
      fault = {
        organisation: head.organisation_id,
        seq: last.seq + 1,
        because: `the chain ends at ${last.seq}, but ${head.seq} rows were written`,
      }
    if (fault) broken.push(fault)
  }
  return { checked, broken }
}

function faultOf(row: ChainRow, last: { seq: number; hash: string }): string | null {
  if (row.seq !== last.seq + 1) return `row ${last.seq + 1} is missing`
  if (row.prev_hash !== last.hash) return 'it does not follow from the row before'
  if (createHash('sha256').update(row.text, 'utf8').digest('hex') !== row.hash)
    return 'its content was changed'
  return null
}
