import pg from 'pg'
import { timed } from './requests'

/** What is asked for, by name and path. */
export type Asked = readonly (readonly [name: string, path: string])[]
export interface Growth {
  name: string
  small: number
  large: number
}

/** Work as the owner of the database. */
export async function asOwner<T>(work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: process.env.ZONARIS_OWNER_DATABASE_URL })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/** p95 of each request, ms, before and after the database has grown; tidied as the database does by itself within a minute. */
export async function growth(
  get: (path: string) => Promise<void>,
  asked: Asked,
  tables: string,
  grow: () => Promise<void>,
): Promise<Growth[]> {
  const measure = async (): Promise<number[]> => {
    await asOwner((client) => client.query(`VACUUM ANALYZE ${tables}`))
    const took = []
    for (const [, path] of asked) {
      await timed(40, 4, () => get(path))
      took.push((await timed(200, 4, () => get(path))).p95)
    }
    return took
  }
  const small = await measure()
  await grow()
  const large = await measure()
  return asked.map(([name], i) => ({ name, small: small[i]!, large: large[i]! }))
}
