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

/** Prove every chain, page by page, while people go on writing. @returns rows checked, and the first broken row of each organisation. */
export async function verifyAudit(db: Db): Promise<{ checked: number; broken: BrokenRow[] }> {
  const broken: BrokenRow[] = []
  let checked = 0
  for (const head of await chainHeads(db)) {
    const { last, fault } = await walk(db, head)
    checked += last.seq
    if (fault) broken.push({ organisation: head.organisation_id, ...fault })
  }
  return { checked, broken }
}

type Head = Awaited<ReturnType<typeof chainHeads>>[number]
type Link = Pick<ChainRow, 'seq' | 'hash'>
type Fault = Omit<BrokenRow, 'organisation'>

/** Follow a chain to its end. @returns the last row that holds, and what is wrong after it; null: nothing */
async function walk(db: Db, head: Head): Promise<{ last: Link; fault: Fault | null }> {
  let last: Link = { seq: 0, hash: START }
  for (;;) {
    const page = await chainAfter(db, head.organisation_id, last.seq, PAGE)
    if (page.length === 0) break
    for (const row of page) {
      const because = faultOf(row, last)
      if (because) return { last, fault: { seq: row.seq, because } }
      last = row
    }
  }
  const end = last.seq > head.seq ? await newestHead(db, head) : head
  // What was written meanwhile is followed as well.
  if (end.seq > last.seq && end.seq > head.seq) return walk(db, end)
  const isWhole = last.seq === end.seq && last.hash === end.hash
  const because = `the chain ends at ${last.seq}, but ${end.seq} rows were written`
  return { last, fault: isWhole ? null : { seq: last.seq + 1, because } }
}

const newestHead = async (db: Db, head: Head): Promise<Head> =>
  (await chainHeads(db)).find(({ organisation_id: id }) => id === head.organisation_id)!

function faultOf(row: ChainRow, last: { seq: number; hash: string }): string | null {
  if (row.seq !== last.seq + 1) return `row ${last.seq + 1} is missing`
  if (row.prev_hash !== last.hash) return 'it does not follow from the row before'
  if (createHash('sha256').update(row.text, 'utf8').digest('hex') !== row.hash)
    return 'its content was changed'
  return null
}
