import type { Substance } from '#core/exposure/terms'
import type { Symptom } from '#core/monitor/symptoms'
import type { Owned } from './air'
import type { Db } from './pool'

export interface DeviceRow {
  id: string
  name: string
  station_id: string
  station: string
  last_at: Date | null
  revoked_at: Date | null
}
export interface DeviceSignIn {
  organisation_id: string
  site_id: string
  device_id: string
  station_id: string
}

export async function findDevice(db: Db, hash: string): Promise<DeviceSignIn | null> {
  const { rows } = await db.query<DeviceSignIn>('SELECT * FROM auth_find_device($1)', [hash])
  return rows[0] ?? null
}

/** Monitors of a site, or of one station; the newest moment heard of each. */
export async function listDevices(
  db: Db,
  site: string,
  station: string | null,
): Promise<DeviceRow[]> {
  const { rows } = await db.query<DeviceRow>(
    'SELECT d.id, d.name, d.station_id, s.name AS station, d.revoked_at, (SELECT max(at) FROM air_reading WHERE device_id = d.id) AS last_at FROM air_device d JOIN station s ON s.id = d.station_id WHERE d.site_id = $1 AND ($2::uuid IS NULL OR d.station_id = $2) ORDER BY d.revoked_at IS NOT NULL, lower(d.name), d.id',
    [site, station],
  )
  return rows
}

export async function insertDevice(
  db: Db,
  row: Owned & { site: string; station: string; name: string; hash: string },
): Promise<void> {
  await db.query(
    'INSERT INTO air_device (id, organisation_id, site_id, station_id, name, token_hash, created_at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [row.id, row.organisation, row.site, row.station, row.name, row.hash, row.at, row.rehearsal],
  )
}

export async function revokeDevice(db: Db, id: string, at: Date): Promise<boolean> {
  return (
    (
      await db.query('UPDATE air_device SET revoked_at = coalesce(revoked_at, $2) WHERE id = $1', [
        id,
        at,
      ])
    ).rowCount === 1
  )
}

/** Keep readings; a moment that is there already stays as it is. @returns how many were new, and how many known ones had another figure */
export async function putReadings(
  db: Db,
  organisation: string,
  device: string,
  readings: readonly { substance: string; at: string; value: number }[],
  received: Date,
): Promise<{ kept: number; contradicted: number }> {
  const list = JSON.stringify(readings)
  const columns =
    'jsonb_to_recordset($1) AS r (substance text, at timestamptz, value double precision)'
  const { rowCount } = await db.query(
    `INSERT INTO air_reading (organisation_id, device_id, substance, at, value, received_at) SELECT $2, $3, r.substance, r.at, r.value, $4 FROM ${columns} ON CONFLICT DO NOTHING`,
    [list, organisation, device, received],
  )
  const { rows } = await db.query<{ count: number }>(
    `SELECT count(*)::int AS count FROM ${columns} JOIN air_reading a ON a.device_id = $2 AND a.substance = r.substance AND a.at = r.at WHERE a.value <> r.value`,
    [list, device],
  )
  return { kept: rowCount ?? 0, contradicted: rows[0]!.count }
}

export interface ReadingRow {
  station_id: string
  device_id: string
  substance: Substance
  at: Date
  value: number
}
/** Readings at some stations since a moment, in order. */
export async function readingsSince(
  db: Db,
  stations: readonly string[],
  since: Date,
): Promise<ReadingRow[]> {
  const { rows } = await db.query<ReadingRow>(
    'SELECT d.station_id, r.device_id, r.substance, r.at, r.value FROM air_device d JOIN air_reading r ON r.device_id = d.id AND r.at >= $2 WHERE d.station_id = ANY($1) AND d.revoked_at IS NULL ORDER BY r.at',
    [stations, since],
  )
  return rows
}

export interface AlarmRow {
  id: string
  kind: 'ill' | 'bad_air' | 'monitor'
  where: string
  station_id: string | null
  job_id: string | null
  device_id: string | null
  symptoms: Symptom[]
  note: string
  by: string
  at: Date
  cleared_at: Date | null
  cleared_by_name: string | null
  cleared_note: string
}
const ALARM =
  "SELECT a.id, a.kind, coalesce(s.name, js.name, j.place, '') AS \"where\", a.station_id, a.job_id, a.device_id, a.symptoms, a.note, coalesce(p.name, d.name, '') AS by, a.at, a.cleared_at, c.name AS cleared_by_name, a.cleared_note FROM air_alarm a LEFT JOIN station s ON s.id = a.station_id LEFT JOIN job j ON j.id = a.job_id LEFT JOIN station js ON js.id = j.station_id LEFT JOIN person p ON p.id = a.person_id LEFT JOIN person c ON c.id = a.cleared_by LEFT JOIN air_device d ON d.id = a.device_id"

export async function insertAlarm(
  db: Db,
  row: Owned & {
    site: string
    station: string | null
    job: string | null
    device: string | null
    kind: AlarmRow['kind']
    symptoms: readonly string[]
    note: string
    person: string | null
  },
): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO air_alarm (id, organisation_id, site_id, station_id, job_id, device_id, kind, symptoms, note, person_id, at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) ON CONFLICT DO NOTHING',
    [
      row.id,
      row.organisation,
      row.site,
      row.station,
      row.job,
      row.device,
      row.kind,
      row.symptoms,
      row.note,
      row.person,
      row.at,
      row.rehearsal,
    ],
  )
  return rowCount === 1
}
export async function findAlarm(db: Db, id: string): Promise<AlarmRow | null> {
  const { rows } = await db.query<AlarmRow>(`${ALARM} WHERE a.id = $1`, [id])
  return rows[0] ?? null
}
export async function openAlarms(db: Db, site: string): Promise<AlarmRow[]> {
  const { rows } = await db.query<AlarmRow>(
    `${ALARM} WHERE a.site_id = $1 AND a.cleared_at IS NULL ORDER BY a.at DESC`,
    [site],
  )
  return rows
}
export async function alarmsOfStation(db: Db, station: string, most: number): Promise<AlarmRow[]> {
  const { rows } = await db.query<AlarmRow>(
    `${ALARM} WHERE a.station_id = $1 OR j.station_id = $1 ORDER BY a.cleared_at IS NOT NULL, a.at DESC LIMIT $2`,
    [station, most],
  )
  return rows
}
/** Open alarms that stop a job: its own, or of its station without another job named. */
export async function alarmsOnJob(
  db: Db,
  job: string,
  station: string | null,
): Promise<AlarmRow[]> {
  const { rows } = await db.query<AlarmRow>(
    `${ALARM} WHERE a.cleared_at IS NULL AND (a.job_id = $1 OR (a.station_id = $2 AND a.job_id IS NULL)) ORDER BY a.at DESC`,
    [job, station],
  )
  return rows
}
export async function tellAlarm(
  db: Db,
  id: string,
  symptoms: readonly string[],
  note: string,
): Promise<void> {
  await db.query('UPDATE air_alarm SET symptoms = $2, note = $3 WHERE id = $1', [
    id,
    symptoms,
    note,
  ])
}
export async function clearAlarm(
  db: Db,
  id: string,
  person: string,
  at: Date,
  note: string,
): Promise<boolean> {
  return (
    (
      await db.query(
        'UPDATE air_alarm SET cleared_at = $3, cleared_by = $2, cleared_note = $4 WHERE id = $1 AND cleared_at IS NULL',
        [id, person, at, note],
      )
    ).rowCount === 1
  )
}

/** Permits in work that an alarm has to stop. */
export async function workingPermits(
  db: Db,
  job: string | null,
  station: string | null,
): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    "SELECT p.id FROM permit p JOIN job j ON j.id = p.job_id WHERE p.state IN ('issued', 'working') AND (j.id = $1 OR ($1::uuid IS NULL AND j.station_id = $2))",
    [job, station],
  )
  return rows.map((row) => row.id)
}
