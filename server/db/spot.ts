import sql from 'sql-template-tag'
import type { Db } from './pool'

/** Keep what a camera read; a moment that came before stays as it was. @returns how many were new */
export async function putSpots(
  db: Db,
  { organisation, device }: { organisation: string; device: string },
  spots: readonly { at: string; kelvin: number }[],
  received: Date,
): Promise<number> {
  const { rowCount } = await db.query(sql`
    INSERT INTO spot_reading (organisation_id, device_id, at, kelvin, received_at)
    SELECT ${organisation}, ${device}, date_trunc('milliseconds', s.at), s.kelvin, ${received}
    FROM jsonb_to_recordset(${JSON.stringify(spots)}) AS s (at timestamptz, kelvin double precision)
    ON CONFLICT DO NOTHING
  `)
  return rowCount ?? 0
}

export async function dropSpotsBefore(db: Db, device: string, before: Date): Promise<void> {
  await db.query(sql`DELETE FROM spot_reading WHERE device_id = ${device} AND at < ${before}`)
}

export interface SpotRow {
  id: string
  name: string
  at: Date
  kelvin: number
}

/** What each camera of a site read last since a moment, by name. */
export async function newestSpots(db: Db, site: string, since: Date): Promise<SpotRow[]> {
  const { rows } = await db.query<SpotRow>(sql`
    SELECT d.id, d.name, s.at, s.kelvin
    FROM air_device d
      CROSS JOIN LATERAL (
        SELECT at, kelvin
        FROM spot_reading
        WHERE device_id = d.id AND at >= ${since}
        ORDER BY at DESC
        LIMIT 1
      ) s
    WHERE d.site_id = ${site} AND d.revoked_at IS NULL
    ORDER BY lower(d.name), d.id
  `)
  return rows
}

/** What a camera of a site read at a moment, K; null: it is not here. */
export async function findSpot(
  db: Db,
  site: string,
  { camera, at }: { camera: string; at: string },
): Promise<number | null> {
  const { rows } = await db.query<{ kelvin: number }>(sql`
    SELECT s.kelvin
    FROM spot_reading s JOIN air_device d ON d.id = s.device_id
    WHERE s.device_id = ${camera} AND s.at = ${at} AND d.site_id = ${site}
  `)
  return rows[0]?.kelvin ?? null
}
