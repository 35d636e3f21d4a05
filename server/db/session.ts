import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { ConflictId } from '#core/ppe/terms'
import type { Presence } from '#core/readiness/terms'
import type { JobSpec } from '#core/job/job'
import type { SessionRow } from '#shared/session/schema'
import type { Db } from './pool'
import { pageOf, pattern, type Page, type PageQuery } from './page'

export interface SessionDbRow {
  id: string
  day: string
  title: string
  course_id: string | null
  course: string | null
  rehearsal: boolean
}
/** A member as stored; undo writes these back as they were. */
export interface MemberRow {
  person_id: string
  presence: Presence
  station_id: string | null
  job_id: string | null
  helmet_id: string | null
  machine_id: string | null
  cylinder_id: string | null
  seen: ConflictId[]
}
export interface MemberDetail extends MemberRow {
  name: string
  job_title: string | null
  job_station_id: string | null
  spec: JobSpec | null
}

const ORDER = {
  newest: sql`t.day DESC, t.created_at DESC`,
  title: sql`lower(t.title), t.day DESC`,
} as const

export async function listSessions(
  db: Db,
  site: string,
  query: PageQuery & { sort: keyof typeof ORDER },
): Promise<Page<SessionRow>> {
  const like = pattern(query.q)
  const select = sql`
    t.id, t.day, t.title, c.name AS course, t.rehearsal,
    (SELECT count(*) FROM session_member m WHERE m.session_id = t.id) AS people,
    (
      SELECT count(*)
      FROM session_member m
      WHERE m.session_id = t.id AND m.presence IN ('present', 'late')
    ) AS here
  `
  const from = sql`
    session t LEFT JOIN course c ON c.id = t.course_id
    WHERE t.site_id = ${site}
      AND (t.title ILIKE ${like} OR c.name ILIKE ${like} OR t.day::text ILIKE ${like})
  `
  return pageOf(db, query.page, { select, from, order: ORDER[query.sort] }, (row: SessionRow) => ({
    id: row.id,
    day: row.day,
    title: row.title,
    course: row.course,
    rehearsal: row.rehearsal,
    people: row.people,
    here: row.here,
  }))
}

export async function sessionsOn(
  db: Db,
  site: string,
  day: string,
): Promise<{ id: string; title: string; people: number }[]> {
  const { rows } = await db.query(sql`
    SELECT t.id, t.title, count(m.person_id) AS people
    FROM session t LEFT JOIN session_member m ON m.session_id = t.id
    WHERE t.site_id = ${site} AND t.day = ${day}
    GROUP BY t.organisation_id, t.id
    ORDER BY t.created_at
  `)
  return rows
}

export async function findSession(db: Db, id: string, hold = false): Promise<SessionDbRow | null> {
  if (hold)
    await db.query(sql`
      SELECT 1
      FROM session
      WHERE id = ${id}
      FOR UPDATE
    `)
  const { rows } = await db.query<SessionDbRow>(sql`
    SELECT t.id, t.day, t.title, t.course_id, c.name AS course, t.rehearsal
    FROM session t LEFT JOIN course c ON c.id = t.course_id
    WHERE t.id = ${id}
  `)
  return rows[0] ?? null
}

export async function insertSession(
  db: Db,
  row: {
    id: string
    organisation: string
    site: string
    day: string
    title: string
    course: string | null
    person: string
    at: Date
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    insertInto('session', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      day: row.day,
      title: row.title,
      course_id: row.course,
      created_by: row.person,
      created_at: row.at,
      rehearsal: row.rehearsal,
    }),
  )
}

const MEMBER = sql`
  m.person_id, m.presence, m.station_id, m.job_id, m.helmet_id, m.machine_id, m.cylinder_id, m.seen
`

export async function membersOf(db: Db, session: string): Promise<MemberDetail[]> {
  const { rows } = await db.query<MemberDetail>(sql`
    SELECT ${MEMBER}, p.name, j.title AS job_title, j.station_id AS job_station_id, j.spec
    FROM session_member m
      JOIN person p ON p.id = m.person_id
      LEFT JOIN job j ON j.id = m.job_id
    WHERE m.session_id = ${session}
    ORDER BY lower(p.name), p.id
  `)
  return rows
}

/** The newest membership of a person in a session of a day. */
export async function membershipOn(
  db: Db,
  person: string,
  day: string,
): Promise<{ session_id: string } | null> {
  const { rows } = await db.query<{ session_id: string }>(sql`
    SELECT m.session_id
    FROM session_member m JOIN session t ON t.id = m.session_id
    WHERE m.person_id = ${person} AND t.day = ${day}
    ORDER BY t.created_at DESC
    LIMIT 1
  `)
  return rows[0] ?? null
}

/** Write members as they are to be. Helmets are let go first, so that two people can swap. */
export async function putMembers(
  db: Db,
  organisation: string,
  session: string,
  members: readonly MemberRow[],
): Promise<void> {
  await db.query(sql`
    UPDATE session_member
    SET helmet_id = NULL
    WHERE session_id = ${session}
      AND person_id = ANY (${members.map((member) => member.person_id)})
  `)
  await db.query(sql`
    INSERT INTO session_member (
      organisation_id, session_id, person_id, presence, station_id, job_id, helmet_id,
      machine_id, cylinder_id, seen
    )
    SELECT
      ${organisation}, ${session}, m.person_id, m.presence, m.station_id, m.job_id,
      m.helmet_id, m.machine_id, m.cylinder_id, m.seen
    FROM jsonb_to_recordset(${JSON.stringify(members)}) AS m (
        person_id uuid,
        presence text,
        station_id uuid,
        job_id uuid,
        helmet_id uuid,
        machine_id uuid,
        cylinder_id uuid,
        seen jsonb
      )
    ON CONFLICT (organisation_id, session_id, person_id) DO UPDATE
    SET
      presence = excluded.presence,
      station_id = excluded.station_id,
      job_id = excluded.job_id,
      helmet_id = excluded.helmet_id,
      machine_id = excluded.machine_id,
      cylinder_id = excluded.cylinder_id,
      seen = excluded.seen
  `)
}

export async function removeMembers(
  db: Db,
  session: string,
  people: readonly string[],
): Promise<void> {
  await db.query(sql`
    DELETE FROM session_member
    WHERE session_id = ${session} AND person_id = ANY (${people})
  `)
}

export interface ProofRow {
  station_id: string
  proved: boolean
}

export async function proofsOf(db: Db, session: string): Promise<ProofRow[]> {
  const { rows } = await db.query<ProofRow>(sql`
    SELECT station_id, proved
    FROM session_station
    WHERE session_id = ${session}
  `)
  return rows
}

export async function putProofs(
  db: Db,
  organisation: string,
  session: string,
  stations: readonly string[],
  proved: boolean,
): Promise<void> {
  await db.query(sql`
    INSERT INTO session_station (organisation_id, session_id, station_id, proved)
    SELECT ${organisation}, ${session}, s, ${proved}
    FROM unnest(${stations}::uuid[]) s
    ON CONFLICT (organisation_id, session_id, station_id) DO UPDATE
    SET proved = excluded.proved
  `)
}

export async function removeProofs(
  db: Db,
  session: string,
  stations: readonly string[],
): Promise<void> {
  await db.query(sql`
    DELETE FROM session_station
    WHERE session_id = ${session} AND station_id = ANY (${stations})
  `)
}

export async function insertChange(
  db: Db,
  row: {
    id: string
    organisation: string
    session: string
    says: string
    before: object
    person: string
    at: Date
  },
): Promise<void> {
  await db.query(
    insertInto('session_change', {
      id: row.id,
      organisation_id: row.organisation,
      session_id: row.session,
      says: row.says,
      before: JSON.stringify(row.before),
      person_id: row.person,
      at: row.at,
    }),
  )
}

export async function lastChange(
  db: Db,
  session: string,
): Promise<{ id: string; says: string; before: unknown } | null> {
  const { rows } = await db.query(sql`
    SELECT id, says, before
    FROM session_change
    WHERE session_id = ${session} AND undone_at IS NULL
    ORDER BY seq DESC
    LIMIT 1
  `)
  return rows[0] ?? null
}

export async function markUndone(db: Db, id: string, at: Date): Promise<void> {
  await db.query(sql`
    UPDATE session_change
    SET undone_at = ${at}
    WHERE id = ${id}
  `)
}

export interface BoothRow {
  organisation_id: string
  site_name: string
  station_id: string
  station_name: string
  person_id: string | null
  person_name: string | null
  has_pin: boolean | null
}

/** A booth by its code, before anyone has signed in. */
export async function findBooth(db: Db, code: string, today: string): Promise<BoothRow[]> {
  const { rows } = await db.query<BoothRow>(sql`
    SELECT *
    FROM auth_find_booth(${code}, ${today})
    ORDER BY lower(person_name)
  `)
  return rows
}

export async function boothZone(db: Db, code: string): Promise<string | null> {
  const { rows } = await db.query<{ zone: string | null }>(
    sql`SELECT auth_booth_zone(${code}) AS zone`,
  )
  return rows[0]?.zone ?? null
}
