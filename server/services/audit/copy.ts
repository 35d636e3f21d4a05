import { noteCopied, rowsToCopy, type CopyRow } from '#server/db/audit-copy'
import { inTransaction } from '#server/db/pool'

export interface CopyTarget {
  url: URL
  /** Sent as a bearer token. */
  token: string | null
}

const MOST_AT_ONCE = 500
const PATIENCE_MS = 10_000

/**
 * Send what the copy does not hold yet to another machine: lines of JSON, 2xx means kept. Nothing is held while it is under way.
 * A crash in between, or two servers at once, send a row twice; organisation and seq say that it is the same.
 * @returns how many rows were kept elsewhere
 * @throws Error when the other machine does not answer or refuses; the rows are sent again later
 */
export async function copyAudit({ url, token }: CopyTarget): Promise<number> {
  const rows = await inTransaction((db) => rowsToCopy(db, MOST_AT_ONCE))
  if (rows.length === 0) return 0
  const answer = await fetch(url, {
    method: 'POST',
    headers: {
      'content-type': 'application/x-ndjson',
      ...(token && { authorization: `Bearer ${token}` }),
    },
    body: rows.map(lineOf).join(''),
    redirect: 'error',
    signal: AbortSignal.timeout(PATIENCE_MS),
  })
  if (!answer.ok) throw new Error(`The machine that keeps the audit answered ${answer.status}.`)
  const reached = new Map(rows.map((row) => [row.organisation, row.seq]))
  await inTransaction(async (db) => {
    for (const [organisation, seq] of reached) await noteCopied(db, organisation, seq)
  })
  return rows.length
}

const lineOf = ({ organisation, seq, text, prev_hash, hash }: CopyRow): string =>
  `${JSON.stringify({ organisation, seq, text, prevHash: prev_hash, hash })}\n`
