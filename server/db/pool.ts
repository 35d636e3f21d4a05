import sql from 'sql-template-tag'
import { setTimeout as sleep } from 'node:timers/promises'
import pg from 'pg'
import { getConfig } from '../config'
import { TYPES } from './types'

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
    connectionString: getConfig().databaseUrl,
    types: TYPES,
    max,
    connectionTimeoutMillis: 5_000,
    // Nothing holds a connection, a row or a transaction for long: whoever waits is told that it is busy.
    statement_timeout: 15_000,
    lock_timeout: 6_000,
    idle_in_transaction_session_timeout: 20_000,
    query_timeout: 20_000,
  })
  // One that is lost while it is used is told by its query; without somebody who hears of it, it would be nobody's error.
  made.on('connect', (client) => client.on('error', () => null))
  // A database restart drops idle connections; the pool opens new ones.
  made.on('error', (error) => console.error('Database connection lost:', error.message))
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
    getPool(),
    work,
    `BEGIN; SELECT set_config('zonaris.organisation', '${organisation}', true)`,
  )
}

/** Run in one transaction with no organisation set: the functions of sign-in, and nothing else, answer here. */
export const inTransaction = <T>(work: (db: Db) => Promise<T>): Promise<T> =>
  transact(getPool(), work)

/** One statement that looks things up before the organisation is known. */
export const outside = <T>(work: (db: Db) => Promise<T>): Promise<T> => work(getPool())

/** The same beside a transaction that is already running. */
export function besideTransaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  sidePool ??= newPool(2)
  return transact(sidePool, work)
}

/** Serialisation failure and deadlock: nothing was wrong with the work, another came across it. */
const CROSSED = ['40001', '40P01']
const MOST_RUNS = 6

/** Run in one transaction, again when another came across it; `work` must therefore bear to be run more than once. */
async function transact<T>(
  from: pg.Pool,
  work: (db: Db) => Promise<T>,
  begin = 'BEGIN',
): Promise<T> {
  for (let run = 1; ; run++) {
    try {
      return await transactOnce(from, work, begin)
    } catch (error) {
      const crossed = error instanceof pg.DatabaseError && CROSSED.includes(error.code ?? '')
      if (!crossed || run === MOST_RUNS) throw error
      // Not all at the same moment again.
      await sleep(Math.random() * 20 * 2 ** run)
    }
  }
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
