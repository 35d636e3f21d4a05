import sql, { type Sql } from 'sql-template-tag'
import { insertInto } from './insert'
import { isVersion } from './version'
import type { Db } from './pool'
import type { Process } from '#core/job/job'
import type { Person } from '#shared/people/schema'
import type { Me, Role } from '#shared/sign-in/schema'
import { inForceOn } from './house-chart'
import { pageOf, pattern, type Page, type PageQuery } from './page'

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
    insertInto('person', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      name: row.name,
      email: row.email,
      role: row.role,
      password_hash: row.passwordHash,
      pin_hash: row.pinHash,
      fire_watch_trained_on: row.fireWatchTrainedOn,
      active: row.active,
      created_at: row.at,
      rehearsal: row.rehearsal,
      roster_number: row.rosterNumber,
      course_id: row.courseId,
    }),
  )
}

/** Password and PIN change only when given. */
export async function updatePerson(
  db: Db,
  id: string,
  row: Omit<NewPerson, 'id' | 'organisation' | 'site' | 'at' | 'rehearsal'> & { version?: number },
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE person
    SET
      name = ${row.name},
      email = ${row.email},
      role = ${row.role},
      password_hash = coalesce(${row.passwordHash}, password_hash),
      pin_hash = coalesce(${row.pinHash}, pin_hash),
      fire_watch_trained_on = ${row.fireWatchTrainedOn},
      active = ${row.active},
      roster_number = ${row.rosterNumber},
      course_id = ${row.courseId},
      version = version + 1
    WHERE id = ${id} AND ${isVersion(row.version)}
  `)
  return rowCount === 1
}

export interface Secrets {
  password_hash: string | null
  pin_hash: string | null
  role: Role
  access_version: number
}

/** What somebody who works here signs in and signs with. */
export async function findSecrets(db: Db, id: string): Promise<Secrets | null> {
  const { rows } = await db.query<Secrets>(sql`
    SELECT password_hash, pin_hash, role, access_version
    FROM person
    WHERE id = ${id} AND active
  `)
  return rows[0] ?? null
}

/** Ends every sign-in and token of the person, by the access version. */
export async function setSecret(
  db: Db,
  id: string,
  secret: { pinHash: string } | { passwordHash: string },
): Promise<void> {
  const pin = 'pinHash' in secret ? secret.pinHash : null
  const password = 'passwordHash' in secret ? secret.passwordHash : null
  await db.query(sql`
    UPDATE person
    SET
      pin_hash = coalesce(${pin}, pin_hash),
      password_hash = coalesce(${password}, password_hash)
    WHERE id = ${id}
  `)
}

/** The same secret by other settings: sign-ins go on. Changed meanwhile, it is left as it is. */
export async function rehash(
  db: Db,
  id: string,
  {
    pin,
    password,
  }: { pin?: [old: string, fresh: string]; password?: [old: string, fresh: string] },
): Promise<void> {
  await db.query(sql`SELECT set_config('zonaris.rehash', 'on', true)`)
  if (pin)
    await db.query(sql`
      UPDATE person
      SET pin_hash = ${pin[1]}
      WHERE id = ${id} AND pin_hash = ${pin[0]}
    `)
  if (password)
    await db.query(sql`
      UPDATE person
      SET password_hash = ${password[1]}
      WHERE id = ${id} AND password_hash = ${password[0]}
    `)
}

export async function activeLeads(db: Db): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id
    FROM person
    WHERE role = 'lead' AND active AND password_hash IS NOT NULL
  `)
  return rows.map((row) => row.id)
}

/** @param now decides which house chart is in force */
/** Who somebody is, however signed in. */
export type Identity = Omit<Me, 'kind' | 'lacksFactor' | 'notices'>

export async function findMe(db: Db, id: string, now: Date): Promise<Identity> {
  const {
    rows: [row],
  } = await db.query(sql`
    SELECT
      p.id, p.name, p.role, p.pin_hash IS NOT NULL AS has_pin,
      p.password_hash IS NOT NULL AS has_password, o.name AS organisation,
      s.id AS site_id, s.name AS site_name, s.time_zone, s.units, s.shift_hours, s.rule_sets,
      s.house_minutes, s.house_monitoring, s.house_reach, s.lead_factor, s.stops_untested,
      s.gas AS site_gas, s.inspection AS site_inspection, s.version AS site_version, s.shade_school, s.safety_toe, s.hard_hat, s.season, s.limit_sets,
      coalesce(
        ${inForceOn(sql`s.id`, sql`(${now}::timestamptz AT TIME ZONE s.time_zone)::date`)},
        '[]'::jsonb
      ) AS house
    FROM person p
      JOIN organisation o ON o.id = p.organisation_id
      JOIN site s ON s.id = p.site_id
    WHERE p.id = ${id}
  `)
  return {
    id: row.id,
    name: row.name,
    role: row.role,
    organisation: row.organisation,
    hasPin: row.has_pin,
    hasPassword: row.has_password,
    site: {
      id: row.site_id,
      name: row.site_name,
      timeZone: row.time_zone,
      units: row.units,
      shiftHours: row.shift_hours,
      ruleSets: row.rule_sets,
      houseMinutes: row.house_minutes,
      houseMonitoring: row.house_monitoring,
      houseReach: row.house_reach,
      leadFactor: row.lead_factor,
      stopsUntested: row.stops_untested,
      gas: row.site_gas,
      inspection: row.site_inspection,
      version: row.site_version,
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
  const { rows } = await db.query(sql`
    SELECT id, name, fire_watch_trained_on IS NOT NULL AS trained, active
    FROM person
    WHERE id = ${id}
  `)
  return rows[0] ?? null
}

const ORDER = {
  name: sql`lower(name), id`,
  role: sql`role, lower(name), id`,
  number: sql`roster_number NULLS LAST, lower(name), id`,
} as const

/** A person as lists show them; `person` is the table's alias in the queries below. */
const PERSON = sql`
  person.id, person.name, email, role, roster_number, course_id,
  (SELECT c.name FROM course c WHERE c.id = course_id) AS course,
  fire_watch_trained_on, active, pin_hash IS NOT NULL AS has_pin, respirator_until, fit_test_on,
  left_on, erased_at IS NOT NULL AS erased, person.version,
  ARRAY(SELECT process FROM clearance c WHERE c.person_id = person.id ORDER BY process) AS cleared
`
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
  left_on: string | null
  erased: boolean
  version: number
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
  leftOn: row.left_on,
  erased: row.erased,
  version: row.version,
})

/** The day on which a clearance or fit test runs out, whichever is first. A fit test counts for twelve months. */
const RUNS_OUT = sql`least(respirator_until, (fit_test_on + interval '12 months')::date)`
/** @param by the day by which something must have run out to be shown */
const runsOutBy = (by: string): Sql => sql`active AND ${RUNS_OUT} <= ${by}`
const SHOW = { all: sql`true`, active: sql`active`, left: sql`NOT active` } as const

type PeopleShown = keyof typeof SHOW | 'expiring'

/** @param expiringBy a day, needed to show those whose record runs out */
export async function listPeople(
  db: Db,
  site: string,
  query: PageQuery & { sort: keyof typeof ORDER; course?: string; show: PeopleShown },
  expiringBy = '',
): Promise<Page<Person>> {
  const like = pattern(query.q)
  const course = query.course ?? null
  const shown = query.show === 'expiring' ? runsOutBy(expiringBy) : SHOW[query.show]
  const from = sql`
    person
    WHERE site_id = ${site}
      AND (${course}::uuid IS NULL OR course_id = ${course})
      AND ${shown}
      AND (name ILIKE ${like} OR email ILIKE ${like} OR roster_number ILIKE ${like})
  `
  return pageOf(db, query.page, { select: PERSON, from, order: ORDER[query.sort] }, toPerson)
}

export async function findPerson(db: Db, id: string): Promise<Person | null> {
  const { rows } = await db.query<PersonRow>(sql`
    SELECT ${PERSON}
    FROM person
    WHERE id = ${id}
  `)
  return rows[0] ? toPerson(rows[0]) : null
}

export async function peopleOfCourse(db: Db, course: string): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id
    FROM person
    WHERE course_id = ${course} AND active
    ORDER BY lower(name), id
  `)
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
  const { rows } = await db.query<Expiring>(sql`
    SELECT id AS person_id, name, respirator_until, fit_test_on
    FROM person
    WHERE site_id = ${site} AND ${runsOutBy(by)}
    ORDER BY ${RUNS_OUT}, lower(name)
    LIMIT 50
  `)
  return rows
}
