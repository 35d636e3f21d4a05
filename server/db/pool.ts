import pg from 'pg'
import { getConfig } from '../config'
import { TYPES } from './types'

/** A connection inside a transaction. Every query function of this folder takes one. */
export type Db = Pick<pg.PoolClient, 'query'>

let pool: pg.Pool | null = null

export function getPool(): pg.Pool {
  pool ??= newPool(getConfig().poolSize)
  return pool
}

function newPool(max: number): pg.Pool {
  const made = new pg.Pool({ connectionString: getConfig().databaseUrl, types: TYPES, max, connectionTimeoutMillis: 5_000 })
  // A database restart drops idle connections; the pool opens new ones.
  made.on('error', error => console.error('Database connection lost:', error.message))
  return made
}

/** For work that must stand even when the transaction around it fails. Connections of its own: waiting for one while holding another could lock everyone out. */
let sidePool: pg.Pool | null = null

export async function closePool(): Promise<void> {
  await Promise.all([pool?.end(), sidePool?.end()])
  pool = sidePool = null
}

/** Run in one transaction in which only rows of `organisation` can be seen or written. */
export async function inOrganisation<T>(organisation: string, work: (db: Db) => Promise<T>): Promise<T> {
  return inTransaction(async (client) => {
    await client.query('SELECT set_config(\'zonaris.organisation\', $1, true)', [organisation])
    return work(client)
  })
}

/** Run in one transaction with no organisation set: the functions of sign-in, and nothing else, answer here. */
export const inTransaction = <T>(work: (db: Db) => Promise<T>): Promise<T> => transact(getPool(), work)

/** The same beside a transaction that is already running. */
export function besideTransaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  sidePool ??= newPool(2)
  return transact(sidePool, work)
}

async function transact<T>(from: pg.Pool, work: (db: Db) => Promise<T>): Promise<T> {
  const client = await from.connect()
  try {
    await client.query('BEGIN')
    const result = await work(client)
    await client.query('COMMIT')
    client.release()
    return result
  } catch (error) {
    await client.query('ROLLBACK').then(() => client.release(), () => client.release(true))
    throw error
  }
}
