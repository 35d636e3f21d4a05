import pg from 'pg'
import { getConfig } from '../config'
import { log } from '../log'

/** An address that does not answer by then is taken for away, ms. */
const PATIENCE_MS = 2_000
/** However many requests fail, it is looked for so often at most, ms. */
const EVERY_MS = 500

/** Which of the addresses takes writes: 0 is the one that was given, the others are standbys that may have taken over. */
let current = 0
let looking: Promise<boolean> | null = null
let lookedAt = 0

/** An address of the database with the host that takes writes now. */
export const atPrimary = (url: string): string => withHost(url, current)

function withHost(url: string, at: number): string {
  const host = at === 0 ? null : getConfig().standbys[at - 1]!
  if (host === null) return url
  const moved = new URL(url)
  moved.host = host
  return moved.toString()
}

/**
 * After the database was lost or no longer takes writes: see whether a standby has taken over.
 * @returns whether another address is used from now on
 */
export function lookForPrimary(): Promise<boolean> {
  if (getConfig().standbys.length === 0 || Date.now() - lookedAt < EVERY_MS)
    return looking ?? Promise.resolve(false)
  looking ??= look().finally(() => {
    lookedAt = Date.now()
    looking = null
  })
  return looking
}

async function look(): Promise<boolean> {
  const { databaseUrl, standbys } = getConfig()
  const found = await Promise.all(
    Array.from({ length: standbys.length + 1 }, (_, at) => timelineOf(withHost(databaseUrl, at))),
  )
  // One that comes back after another has taken over is of an older timeline.
  const newest = Math.max(...found)
  if (newest < 0 || found[current] === newest) return false
  current = found.indexOf(newest)
  log('warn', 'Another database has taken over.', null, { address: current })
  return true
}

/** Of a database that takes writes; -1 of one that does not, or does not answer. */
async function timelineOf(url: string): Promise<number> {
  const client = new pg.Client({
    connectionString: url,
    connectionTimeoutMillis: PATIENCE_MS,
    query_timeout: PATIENCE_MS,
  })
  client.on('error', () => null)
  try {
    await client.connect()
    const { rows } = await client.query<{ timeline: string | null }>(
      'SELECT CASE WHEN pg_is_in_recovery() THEN NULL ELSE left(pg_walfile_name(pg_current_wal_lsn()), 8) END AS timeline',
    )
    const { timeline } = rows[0]!
    return timeline === null ? -1 : Number.parseInt(timeline, 16)
  } catch {
    return -1
  } finally {
    await client.end().catch(() => null)
  }
}
