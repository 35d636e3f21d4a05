import type { ConflictId } from '#core/ppe/terms'
import type { Presence } from '#core/readiness/terms'
import type { JobSpec } from '#core/job/job'
import type { TrainingRow } from '#shared/training/schema'
import type { Db } from './pool'
import { pageOf, type Page, type PageQuery } from './page'

export interface TrainingDbRow {
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

const ORDER = { newest: 'day DESC, created_at DESC', title: 'lower(title), day DESC' } as const

export async function listTrainings(
  db: Db,
  site: string,
  query: PageQuery & { sort: keyof typeof ORDER },
): Promise<Page<TrainingRow>> {
  return pageOf(
    db,
    query,
    {
      select:
        "t.id, t.day, t.title, c.name AS course, t.rehearsal, (SELECT count(*) FROM training_member m WHERE m.training_id = t.id) AS people, (SELECT count(*) FROM training_member m WHERE m.training_id = t.id AND m.presence IN ('present', 'late')) AS here",
      from: 'training t LEFT JOIN course c ON c.id = t.course_id WHERE t.site_id = $1 AND (t.title ILIKE $2 OR c.name ILIKE $2 OR t.day::text ILIKE $2)',
      order: ORDER[query.sort],
      values: [site],
    },
    (row: TrainingRow) => ({
      id: row.id,
      day: row.day,
      title: row.title,
      course: row.course,
      rehearsal: row.rehearsal,
      people: row.people,
      here: row.here,
    }),
  )
}

export async function trainingsOn(
  db: Db,
  site: string,
  day: string,
): Promise<{ id: string; title: string; people: number }[]> {
  const { rows } = await db.query(
    'SELECT t.id, t.title, count(m.person_id) AS people FROM training t LEFT JOIN training_member m ON m.training_id = t.id WHERE t.site_id = $1 AND t.day = $2 GROUP BY t.id ORDER BY t.created_at',
    [site, day],
  )
  return rows
}

export async function findTraining(
  db: Db,
  id: string,
  hold = false,
): Promise<TrainingDbRow | null> {
  if (hold) await db.query('SELECT 1 FROM training WHERE id = $1 FOR UPDATE', [id])
  const { rows } = await db.query<TrainingDbRow>(
    'SELECT t.id, t.day, t.title, t.course_id, c.name AS course, t.rehearsal FROM training t LEFT JOIN course c ON c.id = t.course_id WHERE t.id = $1',
    [id],
  )
  return rows[0] ?? null
}

export async function insertTraining(
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
    'INSERT INTO training (id, organisation_id, site_id, day, title, course_id, created_by, created_at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)',
    [
      row.id,
      row.organisation,
      row.site,
      row.day,
      row.title,
      row.course,
      row.person,
      row.at,
      row.rehearsal,
    ],
  )
}

const MEMBER =
  'm.person_id, m.presence, m.station_id, m.job_id, m.helmet_id, m.machine_id, m.cylinder_id, m.seen'

export async function membersOf(db: Db, training: string): Promise<MemberDetail[]> {
  const { rows } = await db.query<MemberDetail>(
    `SELECT ${MEMBER}, p.name, j.title AS job_title, j.station_id AS job_station_id, j.spec FROM training_member m JOIN person p ON p.id = m.person_id LEFT JOIN job j ON j.id = m.job_id WHERE m.training_id = $1 ORDER BY lower(p.name), p.id`,
    [training],
  )
  return rows
}

/** The newest membership of a person in a session of a day. */
export async function membershipOn(
  db: Db,
  person: string,
  day: string,
): Promise<{ training_id: string } | null> {
  const { rows } = await db.query<{ training_id: string }>(
    'SELECT m.training_id FROM training_member m JOIN training t ON t.id = m.training_id WHERE m.person_id = $1 AND t.day = $2 ORDER BY t.created_at DESC LIMIT 1',
    [person, day],
  )
  return rows[0] ?? null
}

/** Write members as they are to be. Helmets are let go first, so that two people can swap. */
export async function putMembers(
  db: Db,
  organisation: string,
  training: string,
  members: readonly MemberRow[],
): Promise<void> {
  await db.query(
    'UPDATE training_member SET helmet_id = NULL WHERE training_id = $1 AND person_id = ANY($2)',
    [training, members.map((member) => member.person_id)],
  )
  await db.query(
    `INSERT INTO training_member (organisation_id, training_id, person_id, presence, station_id, job_id, helmet_id, machine_id, cylinder_id, seen)
    SELECT $1, $2, m.person_id, m.presence, m.station_id, m.job_id, m.helmet_id, m.machine_id, m.cylinder_id, m.seen
    FROM jsonb_to_recordset($3) AS m (person_id uuid, presence text, station_id uuid, job_id uuid, helmet_id uuid, machine_id uuid, cylinder_id uuid, seen jsonb)
    ON CONFLICT (training_id, person_id) DO UPDATE SET presence = excluded.presence, station_id = excluded.station_id, job_id = excluded.job_id, helmet_id = excluded.helmet_id, machine_id = excluded.machine_id, cylinder_id = excluded.cylinder_id, seen = excluded.seen`,
    [organisation, training, JSON.stringify(members)],
  )
}

export async function removeMembers(
  db: Db,
  training: string,
  people: readonly string[],
): Promise<void> {
  await db.query('DELETE FROM training_member WHERE training_id = $1 AND person_id = ANY($2)', [
    training,
    people,
  ])
}

export interface ProofRow {
  station_id: string
  proved: boolean
}

export async function proofsOf(db: Db, training: string): Promise<ProofRow[]> {
  const { rows } = await db.query<ProofRow>(
    'SELECT station_id, proved FROM training_station WHERE training_id = $1',
    [training],
  )
  return rows
}

export async function putProofs(
  db: Db,
  organisation: string,
  training: string,
  stations: readonly string[],
  proved: boolean,
): Promise<void> {
  await db.query(
    'INSERT INTO training_station (organisation_id, training_id, station_id, proved) SELECT $1, $2, s, $4 FROM unnest($3::uuid[]) s ON CONFLICT (training_id, station_id) DO UPDATE SET proved = excluded.proved',
    [organisation, training, stations, proved],
  )
}

export async function removeProofs(
  db: Db,
  training: string,
  stations: readonly string[],
): Promise<void> {
  await db.query('DELETE FROM training_station WHERE training_id = $1 AND station_id = ANY($2)', [
    training,
    stations,
  ])
}

export async function insertChange(
  db: Db,
  row: {
    id: string
    organisation: string
    training: string
    says: string
    before: object
    person: string
    at: Date
  },
): Promise<void> {
  await db.query(
    'INSERT INTO training_change (id, organisation_id, training_id, says, before, person_id, at) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [
      row.id,
      row.organisation,
      row.training,
      row.says,
      JSON.stringify(row.before),
      row.person,
      row.at,
    ],
  )
}

export async function lastChange<T>(
  db: Db,
  training: string,
): Promise<{ id: string; says: string; before: T } | null> {
  const { rows } = await db.query(
    'SELECT id, says, before FROM training_change WHERE training_id = $1 AND undone_at IS NULL ORDER BY seq DESC LIMIT 1',
    [training],
  )
  return rows[0] ?? null
}

export async function markUndone(db: Db, id: string, at: Date): Promise<void> {
  await db.query('UPDATE training_change SET undone_at = $2 WHERE id = $1', [id, at])
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
  const { rows } = await db.query<BoothRow>(
    'SELECT * FROM auth_find_booth($1, $2) ORDER BY lower(person_name)',
    [code, today],
  )
  return rows
}

export async function boothZone(db: Db, code: string): Promise<string | null> {
  const { rows } = await db.query<{ zone: string | null }>('SELECT auth_booth_zone($1) AS zone', [
    code,
  ])
  return rows[0]?.zone ?? null
}
