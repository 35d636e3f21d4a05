import sql from 'sql-template-tag'
import { insertInto } from './insert'
import { isVersion } from './version'
import type { Db } from './pool'
import type { Station, StationBody } from '#shared/shop/schema'

export async function listStations(db: Db, site: string): Promise<Station[]> {
  const { rows } = await db.query<Station>(sql`
    SELECT id, name, designated, air, burns, code, version
    FROM station
    WHERE site_id = ${site}
    ORDER BY regexp_replace(name, '[0-9]+.*', ''), length(name), name
  `)
  return rows
}

export async function findStation(
  db: Db,
  id: string,
): Promise<Pick<Station, 'name' | 'air'> | null> {
  const { rows } = await db.query<Pick<Station, 'name' | 'air'>>(sql`
    SELECT name, air
    FROM station
    WHERE id = ${id}
  `)
  return rows[0] ?? null
}

export async function insertStation(
  db: Db,
  row: StationBody & {
    id: string
    code: string
    organisation: string
    site: string
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    insertInto('station', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      name: row.name,
      designated: row.designated,
      air: JSON.stringify(row.air),
      burns: row.burns && JSON.stringify(row.burns),
      rehearsal: row.rehearsal,
      code: row.code,
    }),
  )
}

export async function updateStation(db: Db, id: string, row: StationBody): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE station
    SET
      name = ${row.name},
      designated = ${row.designated},
      air = ${JSON.stringify(row.air)},
      burns = ${row.burns && JSON.stringify(row.burns)}::jsonb,
      version = version + 1
    WHERE id = ${id} AND ${isVersion(row.version)}
  `)
  return rowCount === 1
}
