import sql from 'sql-template-tag'
import type { Stands } from '#core/plan/kinds.table'
import type { Db } from './pool'

/** What may stand on a plan, of some identifiers: each with what it is. */
export async function standingHere(
  db: Db,
  site: string,
  ids: readonly string[],
): Promise<[string, Stands][]> {
  const { rows } = await db.query<{ id: string; what: Stands }>(sql`
    SELECT id, 'station' AS what FROM station WHERE site_id = ${site} AND id = ANY (${ids})
    UNION ALL
    SELECT id, 'gasStore' FROM gas_store WHERE site_id = ${site} AND id = ANY (${ids})
    UNION ALL
    SELECT id, kind FROM gear WHERE site_id = ${site} AND id = ANY (${ids})
  `)
  return rows.map(({ id, what }) => [id, what])
}
