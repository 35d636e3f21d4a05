import sql from 'sql-template-tag'
import type { PermitState } from '#core/permit/lifecycle'
import type { Db } from './pool'

/** A permit with what happened to it, for adding up. */
export interface PastRow {
  id: string
  number: number
  place: string
  state: PermitState
  valid_to: Date
  work_started_at: Date | null
  watch_started_at: Date | null
  watch_minutes: number
  closed_at: Date | null
  rounds: string[]
  overrides: string[]
  suspensions: string[]
  cautions: string[]
  early: number
}

/** Permits of a site that were issued from a day on until the day before another; null: no end. */
export interface Span {
  site: string
  from: string
  until: string | null
  zone: string
  most: number
}

/** Permits that were issued in a span of days of the site, the newest first. */
export async function permitsBetween(
  db: Db,
  { site, from, until, zone, most }: Span,
): Promise<PastRow[]> {
  const { rows } = await db.query<PastRow>(sql`
    WITH chosen AS (
      SELECT id, number, place, state, valid_to, work_started_at, watch_started_at, watch_minutes, closed_at, findings
      FROM permit
      WHERE site_id = ${site}
        AND issued_at >= (${from}::date)::timestamp AT TIME ZONE ${zone}
        AND (
          ${until}::date IS NULL
          OR issued_at < (${until}::date)::timestamp AT TIME ZONE ${zone}
        )
      ORDER BY number DESC
      LIMIT ${most}
    )
    SELECT
      c.id, c.number, c.place, c.state, c.valid_to, c.work_started_at, c.watch_started_at, c.watch_minutes, c.closed_at,
      coalesce(e.rounds, '[]') AS rounds,
      coalesce(e.overrides, '[]') AS overrides,
      coalesce(e.suspensions, '[]') AS suspensions,
      coalesce(e.early, 0) AS early,
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
          jsonb_agg(counts_at) FILTER (WHERE kind = 'round' AND counts_at IS NOT NULL) AS rounds,
          jsonb_agg(subject) FILTER (WHERE kind = 'override') AS overrides,
          (count(*) FILTER (WHERE kind = 'refused'))::integer AS early,
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

/** What leads set aside on permits that were issued in a span of days, with why. */
export async function overridesBetween(
  db: Db,
  { site, from, until, zone }: Span,
): Promise<{ number: number; subject: string; note: string | null; person: string; at: Date }[]> {
  const { rows } = await db.query(sql`
    SELECT p.number, e.subject, e.note, n.name AS person, e.at
    FROM permit_event e
      JOIN permit p ON p.id = e.permit_id
      JOIN person n ON n.id = e.person_id
    WHERE p.site_id = ${site}
      AND e.kind = 'override'
      AND p.issued_at >= (${from}::date)::timestamp AT TIME ZONE ${zone}
      AND (
        ${until}::date IS NULL
        OR p.issued_at < (${until}::date)::timestamp AT TIME ZONE ${zone}
      )
    ORDER BY e.at
  `)
  return rows
}
