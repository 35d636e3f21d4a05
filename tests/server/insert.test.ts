import { afterAll, beforeAll, expect, it } from 'vitest'
import { insertRows } from '#server/db/insert'
import { emptyDatabase, withOwner } from '../app'

let database: Awaited<ReturnType<typeof emptyDatabase>>
beforeAll(async () => {
  database = await emptyDatabase()
  await withOwner(database.url, (db) => db.query('CREATE TABLE mark (place int, note text)'))
})
afterAll(() => database.drop())

/** Rows as they lie in the database after some were put there. */
const put = (count: number): Promise<unknown[]> =>
  withOwner(database.url, async (db) => {
    await db.query('TRUNCATE mark')
    const rows = Array.from({ length: count }, (_, i) => ({
      place: i,
      note: i % 2 === 0 ? null : `'${i}`,
    }))
    await insertRows(db, 'mark', rows)
    const { rows: found } = await db.query('SELECT place, note FROM mark ORDER BY place')
    expect(found).toEqual(rows)
    return found
  })

it.each([0, 1, 199, 200, 201, 450])('%i rows go in, each once', async (count) => {
  expect(await put(count)).toHaveLength(count)
})
