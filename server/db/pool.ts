import sql from 'sql-template-tag'
import { setTimeout as sleep } from 'node:timers/promises'
import pg from 'pg'
import { getConfig } from '../config'
import { TYPES } from './types'
import { log } from '../log'
import { atPrimary, lookForPrimary } from './primary'

/** A connection inside a transaction. Every query function of this folder takes one. */
export interface Db {
  query: pg.PoolClient['query']
}

let pool: pg.Pool | null = null

function getPool(): pg.Pool {
  pool ??= newPool(getConfig().poolSize)
  return pool
}

function newPool(max: number): pg.Pool {
  const made = new pg.Pool({
    connectionString: atPrimary(getConfig().databaseUrl),
    types: TYPES,
    max,
    connectionTimeoutMillis: 5_000,
    // Longer than the database itself lets a statement run: `PATIENCE` of its sign-in.
    query_timeout: 20_000,
  })
  // One that is lost while it is used is told by its query; without somebody who hears of it, it would be nobody's error.
  made.on('connect', (client) => client.on('error', () => null))
  // A database restart drops idle connections; the pool opens new ones.
  made.on('error', (error) => log('warn', 'A connection to the database was lost.', error))
  return made
}

/** For work that must stand even when the transaction around it fails. Connections of its own: waiting for one while holding another could lock everyone out. */
let sidePool: pg.Pool | null = null

export async function closePool(): Promise<void> {
  await Promise.all([pool?.end(), sidePool?.end()])
  pool = sidePool = null
}

/** Run in one transaction in which only rows of `organisation` can be seen or written. */
export function inOrganisation<T>(organisation: string, work: (db: Db) => Promise<T>): Promise<T> {
  // One trip instead of two; only an identifier gets into the text.
  if (!/^[0-9a-f-]{36}$/i.test(organisation)) throw new TypeError('Not an organisation.')
  return transact(
    getPool,
    work,
    `BEGIN; SELECT set_config('zonaris.organisation', '${organisation}', true)`,
  )
}

/** Run in one transaction with no organisation set: the functions of sign-in, and nothing else, answer here. */
export const inTransaction = <T>(work: (db: Db) => Promise<T>): Promise<T> =>
  transact(getPool, work)

/** One statement that looks things up before the organisation is known. */
export const outside = <T>(work: (db: Db) => Promise<T>): Promise<T> =>
  work(getPool()).catch(elsewhere)

/** The same beside a transaction that is already running. */
export function besideTransaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  return transact(() => (sidePool ??= newPool(2)), work)
}

/** Serialisation failure and deadlock: nothing was wrong with the work, another came across it. */
const CROSSED = ['40001', '40P01']
const MOST_RUNS = 6

/** Run in one transaction, again when another came across it; `work` must therefore bear to be run more than once. */
async function transact<T>(
  from: () => pg.Pool,
  work: (db: Db) => Promise<T>,
  begin = 'BEGIN',
): Promise<T> {
  for (let run = 1; ; run++) {
    try {
      return await transactOnce(from(), work, begin)
    } catch (error) {
      if (isLost(error)) return elsewhere(error)
      const crossed = error instanceof pg.DatabaseError && CROSSED.includes(error.code ?? '')
      if (!crossed || run === MOST_RUNS) throw error
      // Not all at the same moment again.
      await sleep(Math.random() * 20 * 2 ** run)
    }
  }
}

/** The database is away, or takes no writes: a standby, or one that another took over from. */
function isLost(error: unknown): boolean {
  if (error instanceof pg.DatabaseError)
    return error.code === '25006' || /^(57P|08)/.test(error.code ?? '')
  const { code = '', message = '' } = (error ?? {}) as { code?: string; message?: string }
  return /^ECONN/.test(code) || /terminated|timeout exceeded|connection error/.test(message)
}

/** Where another has taken over, whoever asks next asks there. What failed is not known to have failed: it is for its sender to repeat. */
async function elsewhere(error: unknown): Promise<never> {
  if (isLost(error) && (await lookForPrimary())) {
    const old = [pool, sidePool]
    pool = sidePool = null
    for (const one of old) void one?.end().catch(() => null)
  }
  throw error
}

async function transactOnce<T>(
  from: pg.Pool,
  work: (db: Db) => Promise<T>,
  begin: string,
): Promise<T> {
  const client = await from.connect()
  try {
    await client.query(begin)
    const result = await work(client)
    await client.query(sql`COMMIT`)
    client.release()
    return result
  } catch (error) {
    await client.query(sql`ROLLBACK`).then(
      () => client.release(),
      () => client.release(true),
    )
    throw error
  }
}
