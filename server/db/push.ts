import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Db } from './pool'

export interface PushKeys {
  public_key: string
  sealed_private_key: string
}

export async function findPushKeys(db: Db): Promise<PushKeys | null> {
  const { rows } = await db.query<PushKeys>(
    sql`SELECT public_key, sealed_private_key FROM push_key`,
  )
  return rows[0] ?? null
}

/** The first keys that are kept stand. */
export async function keepPushKeys(db: Db, keys: PushKeys): Promise<void> {
  await db.query(insertInto('push_key', { ...keys }, sql`ON CONFLICT DO NOTHING`))
}

export interface PushDeviceRow {
  id: string
  endpoint: string
  p256dh: string
  auth: string
  name: string
  created_at: Date
}

export async function listPushDevices(db: Db, person: string): Promise<PushDeviceRow[]> {
  const { rows } = await db.query<PushDeviceRow>(sql`
    SELECT id, endpoint, p256dh, auth, name, created_at
    FROM push_device
    WHERE person_id = ${person}
    ORDER BY created_at, id
  `)
  return rows
}

export async function findPushDevice(db: Db, id: string): Promise<PushDeviceRow | null> {
  const { rows } = await db.query<PushDeviceRow>(sql`
    SELECT id, endpoint, p256dh, auth, name, created_at
    FROM push_device
    WHERE id = ${id}
  `)
  return rows[0] ?? null
}

/** A device is one person's: whoever had it before has it no more. */
export async function putPushDevice(
  db: Db,
  row: Omit<PushDeviceRow, 'created_at'> & { organisation: string; person: string; at: Date },
): Promise<void> {
  await db.query(sql`SELECT push_device_leaves(${row.endpoint})`)
  await db.query(
    insertInto('push_device', {
      id: row.id,
      organisation_id: row.organisation,
      person_id: row.person,
      endpoint: row.endpoint,
      p256dh: row.p256dh,
      auth: row.auth,
      name: row.name,
      created_at: row.at,
    }),
  )
}

/** @param person whose it has to be; null: whoever's. @returns whether there was one */
export async function dropPushDevice(db: Db, id: string, person: string | null): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    DELETE FROM push_device
    WHERE id = ${id} AND (${person}::uuid IS NULL OR person_id = ${person})
  `)
  return rowCount === 1
}

/** Whether somebody asked for a trial since a moment. */
export async function hasTried(db: Db, person: string, since: Date): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    SELECT 1 FROM message WHERE person_id = ${person} AND alert_id IS NULL AND made_at > ${since} LIMIT 1
  `)
  return rowCount === 1
}

export async function textNumberOf(db: Db, person: string): Promise<string | null> {
  const { rows } = await db.query<{ text_number: string | null }>(sql`
    SELECT text_number FROM person WHERE id = ${person}
  `)
  return rows[0]?.text_number ?? null
}

export async function setTextNumber(db: Db, person: string, number: string | null): Promise<void> {
  await db.query(sql`UPDATE person SET text_number = ${number} WHERE id = ${person}`)
}
