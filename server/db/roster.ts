import sql from 'sql-template-tag'
import { ROSTER_ROLES, type RosterPerson } from '#core/people/roster'
import type { Db } from './pool'

export interface RosterDbRow extends RosterPerson {
  id: string
  isLead: boolean
  active: boolean
}

/** Everyone of a site who has a roster number, as a roster line has them. */
export async function rosterOf(db: Db, site: string): Promise<RosterDbRow[]> {
  const { rows } = await db.query(sql`
    SELECT
      p.id, p.active, p.roster_number AS number, p.name, p.email, p.role, c.name AS course,
      p.fire_watch_trained_on, p.respirator_until, p.fit_test_on, p.fit_model, p.fit_size,
      p.light_sensitive, p.correction, p.tint,
      ARRAY(
        SELECT process
        FROM clearance
        WHERE person_id = p.id
        ORDER BY process
      ) AS cleared
    FROM person p LEFT JOIN course c ON c.id = p.course_id
    WHERE p.site_id = ${site} AND p.roster_number IS NOT NULL
    ORDER BY p.roster_number
  `)
  return rows.map((row) => ({
    id: row.id,
    active: row.active,
    isLead: !(ROSTER_ROLES as readonly string[]).includes(row.role),
    number: row.number,
    name: row.name,
    email: row.email,
    role: row.role,
    course: row.course,
    fireWatchTrainedOn: row.fire_watch_trained_on,
    cleared: row.cleared,
    respiratorUntil: row.respirator_until,
    fitTestOn: row.fit_test_on,
    fitModel: row.fit_model,
    fitSize: row.fit_size,
    lightSensitive: row.light_sensitive,
    correction: row.correction,
    tint: row.tint,
  }))
}

/** Addresses in use at all, with who uses them, so that a file cannot take one over. */
export async function emailOwners(db: Db, emails: readonly string[]): Promise<Map<string, string>> {
  const { rows } = await db.query<{ email: string; roster_number: string | null }>(sql`
    SELECT email, roster_number
    FROM person
    WHERE email = ANY (${emails})
  `)
  return new Map(rows.map((row) => [row.email, row.roster_number ?? '']))
}

export interface RosterWrite {
  id: string
  person: RosterPerson
}

/** Write roster people in one go: new ones are made, known ones changed; clearances are those of the file. */
export async function putRoster(
  db: Db,
  by: {
    organisation: string
    site: string
    person: string
    day: string
    at: Date
    rehearsal: boolean
  },
  people: readonly RosterWrite[],
): Promise<void> {
  const list = JSON.stringify(people.map(({ id, person }) => ({ id, ...person })))
  const record = sql`
    jsonb_to_recordset(${list}) AS r (
      id uuid, number text, name text, email text, role text, course text,
      "fireWatchTrainedOn" date, cleared jsonb, "respiratorUntil" date, "fitTestOn" date,
      "fitModel" text, "fitSize" text, "lightSensitive" boolean, correction text, tint numeric
    )
  `
  await db.query(sql`
    INSERT INTO person (
      id, organisation_id, site_id, roster_number, name, email, role, course_id,
      fire_watch_trained_on, respirator_until, fit_test_on, fit_model, fit_size,
      light_sensitive, correction, tint, active, created_at, rehearsal
    )
    SELECT
      r.id, ${by.organisation}, ${by.site}, r.number, r.name, r.email, r.role,
      (SELECT c.id FROM course c WHERE c.site_id = ${by.site} AND c.name = r.course),
      r."fireWatchTrainedOn", r."respiratorUntil", r."fitTestOn", r."fitModel", r."fitSize",
      r."lightSensitive", r.correction, r.tint, true, ${by.at}, ${by.rehearsal}
    FROM ${record}
    ON CONFLICT (organisation_id, id) DO UPDATE
    SET
      name = excluded.name,
      email = excluded.email,
      role = excluded.role,
      course_id = excluded.course_id,
      fire_watch_trained_on = excluded.fire_watch_trained_on,
      respirator_until = excluded.respirator_until,
      fit_test_on = excluded.fit_test_on,
      fit_model = excluded.fit_model,
      fit_size = excluded.fit_size,
      light_sensitive = excluded.light_sensitive,
      correction = excluded.correction,
      tint = excluded.tint,
      active = true
  `)
  await db.query(sql`
    DELETE FROM clearance c USING ${record}
    WHERE c.person_id = r.id AND NOT r.cleared ? c.process
  `)
  await db.query(sql`
    INSERT INTO clearance (organisation_id, person_id, process, signed_by, signed_on)
    SELECT ${by.organisation}, r.id, process, ${by.person}, ${by.day}
    FROM ${record}, jsonb_array_elements_text(r.cleared) process
    ON CONFLICT DO NOTHING
  `)
}
