import sql from 'sql-template-tag'
import type { WorkPoint } from '#core/firewatch/reach-map'
import type { Db } from './pool'

/** Somebody as a permit needs to know them. */
export interface PersonRow {
  id: string
  name: string
  active: boolean
  trained: boolean
}

export async function peopleById(db: Db, ids: readonly string[]): Promise<PersonRow[]> {
  const { rows } = await db.query<PersonRow>(sql`
    SELECT id, name, active, fire_watch_trained_on IS NOT NULL AS trained
    FROM person
    WHERE id = ANY (${ids})
  `)
  return rows
}

/** Replace the further watchers of a permit. */
export async function setWatchers(
  db: Db,
  { organisation, permit }: { organisation: string; permit: string },
  watchers: readonly { personId: string; side: string }[],
): Promise<void> {
  await db.query(sql`
    DELETE FROM permit_watcher
    WHERE permit_id = ${permit}
  `)
  await db.query(sql`
    INSERT INTO permit_watcher (organisation_id, permit_id, person_id, side)
    SELECT ${organisation}, ${permit}, w.person, w.side
    FROM
      unnest(
        ${watchers.map(({ personId }) => personId)}::uuid[],
        ${watchers.map(({ side }) => side)}::text[]
      ) AS w (person, side)
  `)
}

/** Another permit under which somebody works, may work, or keeps the watch, in some stretch of time. */
export interface OtherPermit {
  id: string
  number: number
  place: string
  station_id: string | null
  work: WorkPoint | null
  reach: number
  watchers: string[]
}

interface Stretch {
  id: string
  site: string
  /** The permit that this one goes on from: one place, one watch after the other. */
  besides: string | null
  from: Date
  to: Date
  now: Date
}

/**
 * Permits of a site, one left out, that hold in a stretch of time: from their beginning to the end of their watch, and on while it is not closed.
 * @param to the end of the other's watch, too
 */
export async function permitsBeside(
  db: Db,
  { id, site, besides, from, to, now }: Stretch,
): Promise<OtherPermit[]> {
  const { rows } = await db.query<OtherPermit>(sql`
    SELECT
      p.id, p.number, p.place, j.station_id, p.reach,
      CASE
        WHEN p.work_floor IS NULL THEN NULL
        ELSE jsonb_build_object('floor', p.work_floor, 'x', p.work_x, 'y', p.work_y)
      END AS work,
      array_remove(
        p.fire_watch_id || ARRAY(SELECT person_id FROM permit_watcher WHERE permit_id = p.id),
        NULL
      ) AS watchers
    FROM permit p JOIN job j ON j.id = p.job_id
    WHERE p.site_id = ${site}
      AND p.id <> ${id}
      AND p.id IS DISTINCT FROM ${besides}
      AND NOT (p.goes_on AND p.from_id = ${id})
      AND p.state NOT IN ('draft', 'closed')
      AND (
        p.work_started_at IS NOT NULL
        OR (p.state IN ('issued', 'suspended') AND p.valid_to > ${now}::timestamptz)
      )
      AND p.valid_from < ${to}::timestamptz
      AND greatest(
        CASE WHEN p.work_started_at IS NOT NULL THEN ${now}::timestamptz END,
        -- Suspended, it may be reinstated and worked to its end.
        CASE WHEN p.state = 'suspended' THEN p.valid_to ELSE coalesce(p.watch_started_at, p.valid_to) END
          + make_interval(mins => p.watch_minutes + p.monitor_minutes)
      ) > ${from}::timestamptz
    ORDER BY p.number
  `)
  return rows
}

/** One permit of a site is issued, or taken over, at a time: each sees the others. */
export async function holdIssuing(db: Db, site: string): Promise<void> {
  await db.query(sql`
    SELECT 1
    FROM site
    WHERE id = ${site}
    FOR NO KEY UPDATE
  `)
}

/** Where work may be going on, in every organisation. */
export async function sitesAtWork(db: Db): Promise<{ organisation: string; site: string }[]> {
  const { rows } = await db.query(sql`
    SELECT organisation_id AS organisation, site_id AS site
    FROM sites_at_work()
  `)
  return rows
}

/** Permits of a site under which work goes on or may begin. */
export async function permitsAtWork(db: Db, site: string): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id
    FROM permit
    WHERE site_id = ${site} AND state IN ('issued', 'working')
    ORDER BY id
  `)
  return rows.map(({ id }) => id)
}
