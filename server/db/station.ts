import type { Db } from './pool'
import type { Station, StationBody } from '#shared/shop/schema'

export async function listStations(db: Db, site: string): Promise<Station[]> {
  const { rows } = await db.query<Station>(
    "SELECT id, name, designated, air, code FROM station WHERE site_id = $1 ORDER BY regexp_replace(name, '\\d+.*', ''), length(name), name",
    [site],
  )
  return rows
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
    'INSERT INTO station (id, organisation_id, site_id, name, designated, air, rehearsal, code) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [
      row.id,
      row.organisation,
      row.site,
      row.name,
      row.designated,
      JSON.stringify(row.air),
      row.rehearsal,
      row.code,
    ],
  )
}

export async function updateStation(db: Db, id: string, row: StationBody): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE station SET name = $2, designated = $3, air = $4 WHERE id = $1',
    [id, row.name, row.designated, JSON.stringify(row.air)],
  )
  return rowCount === 1
}
