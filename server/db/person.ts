import type { Db } from './pool'
import type { Process } from '#core/job/job'
import type { Person } from '#shared/people/schema'
import type { Me, Role } from '#shared/session/schema'
import { inForceOn } from './house-chart'
import { pageOf, type Page, type PageQuery } from './page'

export interface NewPerson {
  id: string
  organisation: string
  site: string
  name: string
  email: string | null
  role: Role
  rosterNumber: string | null
  courseId: string | null
  passwordHash: string | null
  pinHash: string | null
  fireWatchTrainedOn: string | null
  active: boolean
  at: Date
  rehearsal: boolean
}

export async function insertPerson(db: Db, row: NewPerson): Promise<void> {
  await db.query(
    'INSERT INTO person (id, organisation_id, site_id, name, email, role, password_hash, pin_hash, fire_watch_trained_on, active, created_at, rehearsal, roster_number, course_id) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)',
    [
      row.id,
      row.organisation,
      row.site,
      row.name,
      row.email,
      row.role,
      row.passwordHash,
      row.pinHash,
      row.fireWatchTrainedOn,
      row.active,
      row.at,
      row.rehearsal,
      row.rosterNumber,
      row.courseId,
    ],
  )
}

/** Password and PIN change only when given. */
export async function updatePerson(
  db: Db,
  id: string,
  row: Omit<NewPerson, 'id' | 'organisation' | 'site' | 'at' | 'rehearsal'>,
): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE person SET name = $2, email = $3, role = $4, password_hash = coalesce($5, password_hash), pin_hash = coalesce($6, pin_hash), fire_watch_trained_on = $7, active = $8, roster_number = $9, course_id = $10 WHERE id = $1',
    [
      id,
      row.name,
      row.email,
      row.role,
      row.passwordHash,
      row.pinHash,
      row.fireWatchTrainedOn,
      row.active,
      row.rosterNumber,
      row.courseId,
    ],
  )
  return rowCount === 1
}

export async function passwordHash(db: Db, id: string): Promise<string | null> {
  const { rows } = await db.query<{ password_hash: string | null }>(
    'SELECT password_hash FROM person WHERE id = $1',
    [id],
  )
  return rows[0]?.password_hash ?? null
}

export async function pinHash(db: Db, id: string): Promise<string | null> {
  const { rows } = await db.query<{ pin_hash: string | null }>(
    'SELECT pin_hash FROM person WHERE id = $1 AND active',
    [id],
  )
  return rows[0]?.pin_hash ?? null
}

export async function setPinHash(db: Db, id: string, hash: string): Promise<void> {
  await db.query('UPDATE person SET pin_hash = $2 WHERE id = $1', [id, hash])
}

export async function activeLeads(db: Db): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    "SELECT id FROM person WHERE role = 'lead' AND active AND password_hash IS NOT NULL",
  )
  return rows.map((row) => row.id)
}

/** @param now decides which house chart is in force */
export async function findMe(db: Db, id: string, now: Date): Promise<Me> {
  const {
    rows: [row],
  } = await db.query(
    `
    SELECT p.id, p.name, p.role, p.pin_hash IS NOT NULL AS has_pin, o.name AS organisation, s.id AS site_id, s.name AS site_name, s.time_zone, s.units, s.shift_hours, s.rule_set, s.house_minutes, s.shade_school, s.safety_toe, s.hard_hat, s.season, s.limit_sets,
      coalesce(${inForceOn('s.id', '($2::timestamptz AT TIME ZONE s.time_zone)::date')}, '[]'::jsonb) AS house
    FROM person p JOIN organisation o ON o.id = p.organisation_id JOIN site s ON s.id = p.site_id WHERE p.id = $1`,
    [id, now],
  )
  return {
    id: row.id,
    name: row.name,
    role: row.role,
    organisation: row.organisation,
    hasPin: row.has_pin,
    site: {
      id: row.site_id,
      name: row.site_name,
      timeZone: row.time_zone,
      units: row.units,
      shiftHours: row.shift_hours,
      ruleSet: row.rule_set,
      houseMinutes: row.house_minutes,
      rules: {
        school: row.shade_school,
        house: row.house,
        safetyToe: row.safety_toe,
        hardHat: row.hard_hat,
        season: row.season,
        limits: row.limit_sets,
      },
    },
  }
}

export async function findPersonBrief(
  db: Db,
  id: string,
): Promise<{ id: string; name: string; trained: boolean; active: boolean } | null> {
  const { rows } = await db.query(
    'SELECT id, name, fire_watch_trained_on IS NOT NULL AS trained, active FROM person WHERE id = $1',
    [id],
  )
  return rows[0] ?? null
}

const ORDER = {
  name: 'lower(name), id',
  role: 'role, lower(name), id',
  number: 'roster_number NULLS LAST, lower(name), id',
} as const

/** A person as lists show them; `person` is the table's alias in the queries below. */
const PERSON = `person.id, person.name, email, role, roster_number, course_id, (SELECT c.name FROM course c WHERE c.id = course_id) AS course, fire_watch_trained_on, active, pin_hash IS NOT NULL AS has_pin, respirator_until, fit_test_on,
  ARRAY(SELECT process FROM clearance c WHERE c.person_id = person.id ORDER BY process) AS cleared`
interface PersonRow {
  id: string
  name: string
  email: string | null
  role: Role
  roster_number: string | null
  course_id: string | null
  course: string | null
  fire_watch_trained_on: string | null
  active: boolean
  has_pin: boolean
  respirator_until: string | null
  fit_test_on: string | null
  cleared: Process[]
}
const toPerson = (row: PersonRow): Person => ({
  id: row.id,
  name: row.name,
  email: row.email,
  role: row.role,
  rosterNumber: row.roster_number,
  courseId: row.course_id,
  course: row.course,
  fireWatchTrainedOn: row.fire_watch_trained_on,
  active: row.active,
  hasPin: row.has_pin,
  respiratorUntil: row.respirator_until,
  fitTestOn: row.fit_test_on,
  cleared: row.cleared,
})

/** $3 is the day by which something must have run out to be shown. A fit test counts for twelve months. */
const SHOW = {
  all: 'true',
  active: 'active',
  left: 'NOT active',
  expiring: "active AND (respirator_until <= $3 OR fit_test_on + interval '12 months' <= $3)",
} as const

export async function listPeople(
  db: Db,
  site: string,
  query: PageQuery & { sort: keyof typeof ORDER; course?: string; show: keyof typeof SHOW },
  expiringBy: string,
): Promise<Page<Person>> {
  return pageOf(
    db,
    query,
    {
      select: PERSON,
      from: `person WHERE site_id = $1 AND ($2::uuid IS NULL OR course_id = $2) AND $3::date IS NOT NULL AND ${SHOW[query.show]} AND (name ILIKE $4 OR email ILIKE $4 OR roster_number ILIKE $4)`,
      order: ORDER[query.sort],
      values: [site, query.course ?? null, expiringBy],
    },
    toPerson,
  )
}

export async function findPerson(db: Db, id: string): Promise<Person | null> {
  const { rows } = await db.query<PersonRow>(`SELECT ${PERSON} FROM person WHERE id = $1`, [id])
  return rows[0] ? toPerson(rows[0]) : null
}

export async function peopleOfCourse(db: Db, course: string): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    'SELECT id FROM person WHERE course_id = $1 AND active ORDER BY lower(name), id',
    [course],
  )
  return rows.map((row) => row.id)
}

export interface Expiring {
  person_id: string
  name: string
  respirator_until: string | null
  fit_test_on: string | null
}

/** People of whom a clearance or fit test has run out or will by a day. */
export async function expiringPeople(db: Db, site: string, by: string): Promise<Expiring[]> {
  const { rows } = await db.query<Expiring>(
    `SELECT id AS person_id, name, respirator_until, fit_test_on FROM person WHERE site_id = $1 AND active AND (respirator_until <= $2 OR fit_test_on + interval '12 months' <= $2) ORDER BY least(respirator_until, (fit_test_on + interval '12 months')::date), lower(name) LIMIT 50`,
    [site, by],
  )
  return rows
}
