import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Db } from './pool'
import { isVersion } from './version'

export interface ContactRow {
  id: string
  name: string
  what: string
  phone: string | null
  email: string | null
  /** Called by the server as well, not only shown. */
  called: boolean
  version: number
}

export async function listContacts(db: Db, site: string): Promise<ContactRow[]> {
  const { rows } = await db.query<ContactRow>(sql`
    SELECT id, name, what, phone, email, called, version
    FROM outside_contact
    WHERE site_id = ${site} AND removed_at IS NULL
    ORDER BY lower(name), id
  `)
  return rows
}

type Fields = Omit<ContactRow, 'id' | 'version'>

export async function insertContact(
  db: Db,
  row: Fields & { id: string; organisation: string; site: string },
): Promise<void> {
  const { organisation, site, ...fields } = row
  await db.query(
    insertInto('outside_contact', { organisation_id: organisation, site_id: site, ...fields }),
  )
}

/** @returns whether it was still of the version that was read */
export async function updateContact(
  db: Db,
  site: string,
  { id, name, what, phone, email, called, version }: Fields & { id: string; version?: number },
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE outside_contact
    SET
      name = ${name}, what = ${what}, phone = ${phone}, email = ${email}, called = ${called},
      version = version + 1
    WHERE id = ${id} AND site_id = ${site} AND removed_at IS NULL AND ${isVersion(version)}
  `)
  return rowCount === 1
}

/** Taken off the list; what was told to it stays on record. @returns whether there was one */
export async function removeContact(db: Db, site: string, id: string, at: Date): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE outside_contact
    SET removed_at = coalesce(removed_at, ${at})
    WHERE id = ${id} AND site_id = ${site}
  `)
  return rowCount === 1
}
