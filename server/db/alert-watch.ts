import sql from 'sql-template-tag'
import type { PermitState } from '#core/permit/lifecycle'
import { readSince } from './months'
import type { Db } from './pool'

/**
 * Take a site whose time has come, until the transaction ends. Another server that looks at it meanwhile goes by;
 * whoever writes there does not wait.
 * @returns how often a look was asked for: all of that is seen by what is read from here on. null: it is not its turn
 */
export async function holdLook(db: Db, site: string, now: Date): Promise<number | null> {
  const { rows: locks } = await db.query<{ is_mine: boolean }>(sql`
    SELECT pg_try_advisory_xact_lock(hashtextextended(${`site_look ${site}`}, 0)) AS is_mine
  `)
  if (!locks[0]!.is_mine) return null
  const { rows } = await db.query<{ asked: number }>(sql`
    SELECT asked FROM site_look WHERE site_id = ${site} AND look_at <= ${now}
  `)
  return rows[0]?.asked ?? null
}

/**
 * When a site is looked at next; null: when something changes there. Where a look was asked for meanwhile its time has come as it is.
 * @param asked as it was when the look was begun
 */
export async function setLook(
  db: Db,
  site: string,
  { at, asked }: { at: Date | null; asked: number },
): Promise<void> {
  await db.query(sql`
    UPDATE site_look
    SET look_at = coalesce(${at}::timestamptz, 'infinity')
    WHERE site_id = ${site} AND asked = ${asked}
  `)
}

/** Sites whose time has come, of all organisations. */
export async function sitesToLook(
  db: Db,
  now: Date,
  most: number,
): Promise<{ organisation: string; site: string }[]> {
  const { rows } = await db.query(sql`
    SELECT organisation_id AS organisation, site_id AS site FROM sites_to_look(${now}, ${most})
  `)
  return rows
}

/** A permit as far as somebody may have to be called for it. */
export interface WatchedRow {
  id: string
  state: PermitState
  valid_to: Date
  work_started_at: Date
  watch_started_at: Date | null
  watch_minutes: number
  monitor_minutes: number
  monitor_every: number
  detectors_out: boolean
  rehearsal: boolean
  /** Of the watch that runs. */
  rounds: Date[]
  /** Until when more are on their way from a phone that had no signal; null: none are. */
  rounds_until: Date | null
  /** When a phone last showed the watch, or somebody logged a round, since work was begun. */
  seen_at: Date | null
}

/** Permits of a site of which a watch is owed. */
export async function watchedPermits(db: Db, site: string): Promise<WatchedRow[]> {
  const isWatched = sql`p.work_started_at IS NOT NULL AND p.state NOT IN ('draft', 'closed')`
  const { rows: begun } = await db.query<{ first: Date | null }>(sql`
    SELECT min(p.work_started_at) AS first FROM permit p WHERE p.site_id = ${site} AND ${isWatched}
  `)
  const first = begun[0]!.first
  if (!first) return []
  const { rows } = await db.query<WatchedRow>(sql`
    SELECT
      p.id, p.state, p.valid_to, p.work_started_at, p.watch_started_at, p.watch_minutes,
      p.monitor_minutes, p.monitor_every, p.rehearsal,
      coalesce(p.sweep ->> 'detectors' = 'yes', false) AS detectors_out,
      p.rounds_until, coalesce(r.rounds, '{}') AS rounds, greatest(r.last, s.seen_at) AS seen_at
    FROM permit p
      LEFT JOIN (
        SELECT
          e.permit_id,
          array_agg(e.counts_at) FILTER (WHERE e.counts_at >= w.watch_started_at) AS rounds,
          max(e.counts_at) AS last
        FROM permit_event e JOIN permit w ON w.id = e.permit_id
        WHERE w.site_id = ${site}
          AND e.kind = 'round'
          AND e.at >= ${readSince(first)}
          AND e.counts_at >= w.work_started_at
        GROUP BY e.permit_id
      ) r ON r.permit_id = p.id
      LEFT JOIN LATERAL (
        SELECT max(w.seen_at) AS seen_at
        FROM watch_seen w
        WHERE w.permit_id = p.id AND w.seen_at >= p.work_started_at
      ) s ON true
    WHERE p.site_id = ${site} AND ${isWatched}
  `)
  return rows
}

/** The newest round that came late since a moment: when it was made, and when it came. */
export async function lateRoundSince(
  db: Db,
  permit: string,
  since: Date,
): Promise<{ made_at: Date; came_at: Date } | null> {
  const { rows } = await db.query<{ made_at: Date; came_at: Date }>(sql`
    SELECT counts_at AS made_at, at AS came_at
    FROM permit_event
    WHERE permit_id = ${permit} AND kind = 'round' AND at >= ${since} AND counts_at IS NOT NULL
      AND details ? 'late'
    ORDER BY counts_at DESC
    LIMIT 1
  `)
  return rows[0] ?? null
}

/** Of so many of its newest readings a monitor was last heard of by one: older ones may come later, after it was out of reach. */
const NEWEST = 100

/** Monitors in use at a site that were heard of since a moment, and when. */
export async function heardMonitors(
  db: Db,
  site: string,
  since: Date,
): Promise<{ id: string; heard_at: Date; rehearsal: boolean }[]> {
  const { rows } = await db.query(sql`
    SELECT d.id, d.rehearsal, r.heard_at
    FROM air_device d
      CROSS JOIN LATERAL (
        SELECT max(n.received_at) AS heard_at
        FROM (
          SELECT received_at
          FROM air_reading
          WHERE device_id = d.id AND at >= ${since}
          ORDER BY at DESC
          LIMIT ${NEWEST}
        ) n
      ) r
    WHERE d.site_id = ${site} AND d.revoked_at IS NULL AND r.heard_at IS NOT NULL
  `)
  return rows
}

/** Look at a site at once where people are being called because no phone showed a watch. */
export async function lookIfUnseen(db: Db, site: string): Promise<void> {
  await db.query(sql`
    SELECT look_again(organisation_id, id)
    FROM site
    WHERE id = ${site} AND EXISTS (
      SELECT 1
      FROM alert
      WHERE site_id = ${site} AND ended_at IS NULL AND kind IN ('unwatched', 'silent_phone')
    )
  `)
}

/** A device shows the watch of a permit now. Of those who are named on it only: a desk that looks in does not stand there. */
export async function putSeen(
  db: Db,
  row: { organisation: string; permit: string; device: string; person: string; at: Date },
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    INSERT INTO watch_seen (organisation_id, permit_id, device, person_id, seen_at)
    SELECT ${row.organisation}, p.id, ${row.device}, ${row.person}, ${row.at}
    FROM permit p
    WHERE p.id = ${row.permit} AND (
      ${row.person} IN (p.fire_watch_id, p.operator_id, p.attendant_id)
      OR EXISTS (SELECT 1 FROM permit_watcher w WHERE w.permit_id = p.id AND w.person_id = ${row.person})
    )
    ON CONFLICT (organisation_id, permit_id, device) DO UPDATE SET
      person_id = excluded.person_id, seen_at = greatest(watch_seen.seen_at, excluded.seen_at)
  `)
  return rowCount === 1
}
