import pg from 'pg'
import { getConfig } from '../config'

/** A connection inside a transaction. Every query function of this folder takes one. */
export type Db = Pick<pg.PoolClient, 'query'>

// Dates without a time stay text; the rest of the program never guesses a zone for them.
pg.types.setTypeParser(pg.types.builtins.DATE, value => value)
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number)
pg.types.setTypeParser(pg.types.builtins.INT8, Number)

let pool: pg.Pool | null = null

export function getPool(): pg.Pool {
  if (!pool) {
    const config = getConfig()
    pool = new pg.Pool({ connectionString: config.databaseUrl, max: config.poolSize, connectionTimeoutMillis: 5_000 })
    // A database restart drops idle connections; the pool opens new ones.
    pool.on('error', error => console.error('Database connection lost:', error.message))
  }
  return pool
}

export async function closePool(): Promise<void> {
  await pool?.end()
  pool = null
}

/** Run in one transaction in which only rows of `organisation` can be seen or written. */
export async function inOrganisation<T>(organisation: string, work: (db: Db) => Promise<T>): Promise<T> {
  return inTransaction(async (client) => {
    await client.query('SELECT set_config(\'zonaris.organisation\', $1, true)', [organisation])
    return work(client)
  })
}

/** Run in one transaction with no organisation set: the functions of sign-in, and nothing else, answer here. */
export async function inTransaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  const client = await getPool().connect()
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
