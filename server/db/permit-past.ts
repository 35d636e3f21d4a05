import sql from 'sql-template-tag'
import type { Db } from './pool'

/** A permit with what happened to it, for adding up. */
export interface PastRow {
  id: string
  number: number
  place: string
  work_started_at: Date | null
  watch_started_at: Date | null
  watch_minutes: number
  closed_at: Date | null
  rounds: string[]
  overrides: string[]
  suspensions: string[]
  cautions: string[]
}

/** Permits that were issued, from a day of the site on, the newest first. */
export async function permitsSince(
  db: Db,
  { site, from, zone, most }: { site: string; from: string; zone: string; most: number },
): Promise<PastRow[]> {
  const { rows } = await db.query<PastRow>(sql`
    WITH chosen AS (
      SELECT id, number, place, work_started_at, watch_started_at, watch_minutes, closed_at, findings
      FROM permit
      WHERE site_id = ${site}
        AND issued_at >= (${from}::date)::timestamp AT TIME ZONE ${zone}
      ORDER BY number DESC
      LIMIT ${most}
    )
    SELECT
      c.id, c.number, c.place, c.work_started_at, c.watch_started_at, c.watch_minutes, c.closed_at,
      coalesce(e.rounds, '[]') AS rounds,
      coalesce(e.overrides, '[]') AS overrides,
      coalesce(e.suspensions, '[]') AS suspensions,
      coalesce(
        (
          SELECT jsonb_agg(f ->> 'code')
          FROM jsonb_array_elements(c.findings) AS f
          WHERE f ->> 'level' = 'caution'
        ),
        '[]'
      ) AS cautions
    FROM chosen c
      LEFT JOIN (
        SELECT
          permit_id,
          jsonb_agg(at) FILTER (WHERE kind = 'round') AS rounds,
          jsonb_agg(subject) FILTER (WHERE kind = 'override') AS overrides,
          jsonb_agg(coalesce(note, '')) FILTER (
            WHERE kind = 'action' AND subject = 'suspend'
          ) AS suspensions
        FROM permit_event
        WHERE permit_id IN (SELECT id FROM chosen)
        GROUP BY permit_id
      ) e ON e.permit_id = c.id
    ORDER BY c.number DESC
  `)
  return rows
}
