import type { Db } from './pool'
import type { Me, Person, Role } from '#shared/session/schema'
import { pageOf, type Page, type PageQuery } from './page'

export interface NewPerson { id: string, organisation: string, site: string, name: string, email: string | null, role: Role, passwordHash: string | null, pinHash: string | null, fireWatchTrainedOn: string | null, active: boolean, at: Date, rehearsal: boolean }

export async function insertPerson(db: Db, row: NewPerson): Promise<void> {
  await db.query('INSERT INTO person (id, organisation_id, site_id, name, email, role, password_hash, pin_hash, fire_watch_trained_on, active, created_at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)',
    [row.id, row.organisation, row.site, row.name, row.email, row.role, row.passwordHash, row.pinHash, row.fireWatchTrainedOn, row.active, row.at, row.rehearsal])
}

/** Password and PIN change only when given. */
export async function updatePerson(db: Db, id: string, row: Omit<NewPerson, 'id' | 'organisation' | 'site' | 'at' | 'rehearsal'>): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE person SET name = $2, email = $3, role = $4, password_hash = coalesce($5, password_hash), pin_hash = coalesce($6, pin_hash), fire_watch_trained_on = $7, active = $8 WHERE id = $1',
    [id, row.name, row.email, row.role, row.passwordHash, row.pinHash, row.fireWatchTrainedOn, row.active])
  return rowCount === 1
}

export async function passwordHash(db: Db, id: string): Promise<string | null> {
  const { rows } = await db.query<{ password_hash: string | null }>('SELECT password_hash FROM person WHERE id = $1', [id])
  return rows[0]?.password_hash ?? null
}

export async function pinHash(db: Db, id: string): Promise<string | null> {
  const { rows } = await db.query<{ pin_hash: string | null }>('SELECT pin_hash FROM person WHERE id = $1 AND active', [id])
  return rows[0]?.pin_hash ?? null
}

export async function setPinHash(db: Db, id: string, hash: string): Promise<void> {
  await db.query('UPDATE person SET pin_hash = $2 WHERE id = $1', [id, hash])
}

export async function activeLeads(db: Db): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>('SELECT id FROM person WHERE role = \'lead\' AND active AND password_hash IS NOT NULL')
  return rows.map(row => row.id)
}

export async function findMe(db: Db, id: string): Promise<Me> {
  const { rows: [row] } = await db.query(`
    SELECT p.id, p.name, p.role, p.pin_hash IS NOT NULL AS has_pin, o.name AS organisation, s.id AS site_id, s.name AS site_name, s.time_zone, s.units, s.shift_hours, s.rule_set, s.house_minutes
    FROM person p JOIN organisation o ON o.id = p.organisation_id JOIN site s ON s.id = p.site_id WHERE p.id = $1`, [id])
  return {
    id: row.id, name: row.name, role: row.role, organisation: row.organisation, hasPin: row.has_pin,
    site: { id: row.site_id, name: row.site_name, timeZone: row.time_zone, units: row.units, shiftHours: row.shift_hours, ruleSet: row.rule_set, houseMinutes: row.house_minutes },
  }
}

export async function findPersonBrief(db: Db, id: string): Promise<{ id: string, name: string, trained: boolean, active: boolean } | null> {
  const { rows } = await db.query('SELECT id, name, fire_watch_trained_on IS NOT NULL AS trained, active FROM person WHERE id = $1', [id])
  return rows[0] ?? null
}

const ORDER = { name: 'lower(name), id', role: 'role, lower(name), id' } as const

export async function listPeople(db: Db, site: string, query: PageQuery & { sort: keyof typeof ORDER }): Promise<Page<Person>> {
  return pageOf(db, query, {
    select: 'id, name, email, role, fire_watch_trained_on, active, pin_hash IS NOT NULL AS has_pin',
    from: 'person WHERE site_id = $1 AND (name ILIKE $2 OR email ILIKE $2)',
    order: ORDER[query.sort], values: [site],
  }, (row: { id: string, name: string, email: string | null, role: Role, fire_watch_trained_on: string | null, active: boolean, has_pin: boolean }) => ({ id: row.id, name: row.name, email: row.email, role: row.role, fireWatchTrainedOn: row.fire_watch_trained_on, active: row.active, hasPin: row.has_pin }))
}
