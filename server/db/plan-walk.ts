import sql from 'sql-template-tag'
import type { ExtinguisherWalk } from '#core/plan/judge/extinguisher-walks'
import type { Db } from './pool'

/** Keep the walks of a published version, all at once. */
export async function insertWalks(
  db: Db,
  { organisation, version }: { organisation: string; version: string },
  walks: readonly ExtinguisherWalk[],
): Promise<void> {
  await db.query(sql`
    INSERT INTO plan_walk (plan_version_id, organisation_id, station_id, gear_id, metres)
    SELECT ${version}, ${organisation}, w.station_id, w.gear_id, w.metres
    FROM unnest(
      ${walks.map(({ stationId }) => stationId)}::uuid[],
      ${walks.map(({ gearId }) => gearId)}::uuid[],
      ${walks.map(({ metres }) => metres)}::double precision[]
    ) AS w (station_id, gear_id, metres)
  `)
}

/**
 * Walks from some stations, by the plan as it is published.
 * Of an extinguisher that is on record at another station only where the plan shows it within reach of that one, too:
 * else record and plan tell two places, and where it hangs is not known.
 */
export async function walksFrom(
  db: Db,
  site: string,
  stations: readonly string[],
): Promise<ExtinguisherWalk[]> {
  const { rows } = await db.query<ExtinguisherWalk>(sql`
    WITH published AS (
      SELECT id FROM plan_version WHERE site_id = ${site} ORDER BY number DESC LIMIT 1
    )
    SELECT w.station_id AS "stationId", w.gear_id AS "gearId", w.metres
    FROM plan_walk w
    JOIN published p ON p.id = w.plan_version_id
    JOIN gear g ON g.id = w.gear_id AND g.site_id = ${site}
    WHERE w.station_id = ANY (${stations})
      AND (
        g.station_id IS NULL
        OR EXISTS (
          SELECT 1
          FROM plan_walk own
          WHERE own.plan_version_id = p.id
            AND own.station_id = g.station_id
            AND own.gear_id = w.gear_id
        )
      )
  `)
  return rows
}
