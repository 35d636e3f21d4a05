import sql from 'sql-template-tag'
import type { FireClass } from '#core/inspection/fire-class'
import type { Gear } from '#shared/inspection/schema'
import { gearById, type GearScope } from './gear'
import type { Db } from './pool'

export interface BurningStation {
  id: string
  name: string
  burns: FireClass[] | null
}

export async function burningStations(
  db: Db,
  { site }: GearScope,
  ids: readonly string[],
): Promise<BurningStation[]> {
  const { rows } = await db.query<BurningStation>(sql`
    SELECT id, name, burns
    FROM station
    WHERE site_id = ${site} AND id = ANY (${ids})
  `)
  return rows
}

/** Of each agent, so many are looked at beside those that stand at the place; one that is ready is enough. */
const OF_EACH_AGENT = 20

/** Extinguishers that stand at some stations or are named, and some of each agent from anywhere in the shop; those locked out last. */
export async function extinguishersFor(
  db: Db,
  scope: GearScope,
  stations: readonly string[],
  named: readonly string[],
): Promise<Gear[]> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id
    FROM (
      SELECT
        id,
        row_number() OVER (
          PARTITION BY fields ->> 'agent', fields ->> 'rating'
          ORDER BY lock_reason IS NOT NULL, label
        ) AS place
      FROM gear
      WHERE site_id = ${scope.site} AND kind = 'extinguisher'
    ) e
    WHERE place <= ${OF_EACH_AGENT}
    UNION
    SELECT id
    FROM gear
    WHERE site_id = ${scope.site}
      AND kind = 'extinguisher'
      AND (station_id = ANY (${stations}) OR id = ANY (${named}))
  `)
  return gearById(
    db,
    scope,
    rows.map(({ id }) => id),
  )
}
