import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Substance } from '#core/exposure/terms'
import type { PermitState } from '#core/permit/lifecycle'
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
  const { rows } = await db.query<DeviceSignIn>(sql`
    SELECT *
    FROM auth_find_device(${hash})
  `)
  return rows[0] ?? null
}

/** Monitors of a site, or of one station; the newest moment heard of each. */
export async function listDevices(
  db: Db,
  site: string,
  station: string | null,
): Promise<DeviceRow[]> {
  const { rows } = await db.query<DeviceRow>(sql`
    SELECT
      d.id, d.name, d.station_id, s.name AS station, d.revoked_at,
      greatest(
        (SELECT max(at) FROM air_reading WHERE device_id = d.id),
        (SELECT max(at) FROM spot_reading WHERE device_id = d.id)
      ) AS last_at
    FROM air_device d JOIN station s ON s.id = d.station_id
    WHERE d.site_id = ${site} AND (${station}::uuid IS NULL OR d.station_id = ${station})
    ORDER BY d.revoked_at IS NOT NULL, lower(d.name), d.id
  `)
  return rows
}

export async function insertDevice(
  db: Db,
  row: Owned & { site: string; station: string; name: string; hash: string },
): Promise<void> {
  await db.query(
    insertInto('air_device', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      station_id: row.station,
      name: row.name,
      token_hash: row.hash,
      created_at: row.at,
      rehearsal: row.rehearsal,
    }),
  )
}

export async function revokeDevice(db: Db, id: string, at: Date): Promise<boolean> {
  const { rowCount } = await db.query(sql`
        UPDATE air_device
        SET revoked_at = coalesce(revoked_at, ${at})
        WHERE id = ${id}
      `)
  return rowCount === 1
}

/** One request of a monitor at a time. */
export async function holdDevice(db: Db, id: string): Promise<void> {
  await db.query(sql`
    SELECT 1
    FROM air_device
    WHERE id = ${id}
    FOR UPDATE
  `)
}

export interface Contradiction {
  /** Its place in the list that was sent. */
  index: number
  substance: Substance
  at: Date
  /** What was said first, and stands. */
  kept: number
  sent: number
}

/** Keep readings; a moment that is there already stays as it is. @returns those that were new, and known ones that had another figure */
export async function putReadings(
  db: Db,
  organisation: string,
  device: string,
  readings: readonly { substance: string; at: string; value: number }[],
  received: Date,
): Promise<{ kept: { substance: Substance; at: Date }[]; contradicted: Contradiction[] }> {
  const list = JSON.stringify(readings.map((reading, index) => ({ ...reading, index })))
  const columns = sql`
    jsonb_to_recordset(${list})
      AS r (index integer, substance text, at timestamptz, value double precision)
  `
  const { rows: kept } = await db.query<{ substance: Substance; at: Date }>(sql`
    INSERT INTO air_reading (organisation_id, device_id, substance, at, value, received_at)
    SELECT ${organisation}, ${device}, r.substance, r.at, r.value, ${received}
    FROM ${columns}
    ORDER BY r.index
    ON CONFLICT DO NOTHING
    RETURNING substance, at
  `)
  const { rows: contradicted } = await db.query<Contradiction>(sql`
    SELECT r.index, r.substance, r.at, a.value AS kept, r.value AS sent
    FROM ${columns}
      JOIN air_reading a ON a.device_id = ${device}
      AND a.substance = r.substance
      AND a.at = r.at
    WHERE a.value <> r.value
    ORDER BY r.index
  `)
  return { kept, contradicted }
}

/** A reading a second is as fine as any limit asks for. */
export const MOST_A_MINUTE = 60

/** A minute that holds too many readings of one substance, among those just kept. */
export async function crowdedMinute(
  db: Db,
  device: string,
  kept: readonly { substance: Substance; at: Date }[],
): Promise<Date | null> {
  const minutes = [...new Set(kept.map(({ at }) => at.toISOString().slice(0, 16)))]
  const { rows } = await db.query<{ minute: Date }>(sql`
    SELECT m.minute
    FROM unnest(${minutes.map((minute) => `${minute}Z`)}::timestamptz[]) AS m (minute)
      JOIN air_reading r ON r.device_id = ${device}
      AND r.at >= m.minute
      AND r.at < m.minute + interval '1 minute'
    GROUP BY m.minute, r.substance
    HAVING count(*) > ${MOST_A_MINUTE}
    LIMIT 1
  `)
  return rows[0]?.minute ?? null
}

export interface ReadingRow {
  station_id: string
  device_id: string
  substance: Substance
  at: Date
  value: number
}
/** Readings of one device in a span of time, in order. */
export async function readingsBetween(
  db: Db,
  device: string,
  from: Date,
  to: Date,
): Promise<Pick<ReadingRow, 'substance' | 'at' | 'value'>[]> {
  const { rows } = await db.query<Pick<ReadingRow, 'substance' | 'at' | 'value'>>(sql`
    SELECT substance, at, value
    FROM air_reading
    WHERE device_id = ${device} AND at BETWEEN ${from} AND ${to}
    ORDER BY at
  `)
  return rows
}

/** So many readings of a minute are taken as they are; of more, what matters of them. */
const FEW_A_MINUTE = 6

/**
 * Readings at some stations since a moment, in order. A crowded minute comes as its highest reading for as long as one lasts, the
 * mean of the others, and its last: means, peaks and what is read now stay what they are, and eight hours of a reading a second
 * stay small.
 */
export async function readingsSince(
  db: Db,
  stations: readonly string[],
  since: Date,
): Promise<ReadingRow[]> {
  const { rows } = await db.query<ReadingRow>(sql`
    WITH raw AS (
      SELECT
        d.station_id, r.device_id, r.substance, r.at, r.value,
        date_trunc('minute', r.at) AS minute
      FROM air_device d JOIN air_reading r ON r.device_id = d.id AND r.at >= ${since}
      WHERE d.station_id = ANY (${stations}) AND d.revoked_at IS NULL
    ),
    minutes AS (
      SELECT
        station_id, device_id, substance, minute, count(*) AS readings, max(value) AS top,
        (sum(value) - max(value)) / greatest(count(*) - 1, 1) AS others,
        interval '1 minute' / count(*) AS lasts, min(at) AS first_at, max(at) AS last_at,
        (array_agg(at ORDER BY value DESC, at))[1] AS top_at,
        (array_agg(value ORDER BY at DESC))[1] AS last
      FROM raw
      GROUP BY station_id, device_id, substance, minute
    ),
    told AS (
      SELECT raw.station_id, raw.device_id, raw.substance, raw.at, raw.value
      FROM raw JOIN minutes USING (station_id, device_id, substance, minute)
      WHERE readings <= ${FEW_A_MINUTE}
      UNION ALL
      SELECT m.station_id, m.device_id, m.substance, t.at, t.value
      FROM minutes m
        CROSS JOIN LATERAL (
          VALUES
            (m.first_at, m.others, m.first_at < m.top_at),
            (m.top_at, m.top, true),
            (m.top_at + m.lasts, m.others, m.top_at + m.lasts < m.last_at),
            (m.last_at, m.last, m.top_at < m.last_at)
        ) AS t (at, value, is_told)
      WHERE m.readings > ${FEW_A_MINUTE} AND t.is_told
    )
    SELECT *
    FROM told
    ORDER BY at
  `)
  return rows
}

export interface AlarmRow {
  id: string
  kind: 'ill' | 'bad_air' | 'monitor'
  place_name: string
  station_id: string | null
  job_id: string | null
  device_id: string | null
  /** Who raised it; null for a monitor. */
  person_id: string | null
  symptoms: Symptom[]
  note: string
  by: string
  at: Date
  cleared_at: Date | null
  cleared_by_name: string | null
  cleared_note: string
}
const ALARM = sql`
  SELECT
    a.id, a.kind, coalesce(s.name, js.name, j.place, '') AS place_name, a.station_id, a.job_id,
    a.device_id, a.person_id, a.symptoms, a.note, coalesce(p.name, d.name, '') AS by, a.at, a.cleared_at,
    c.name AS cleared_by_name, a.cleared_note
  FROM air_alarm a
    LEFT JOIN station s ON s.id = a.station_id
    LEFT JOIN job j ON j.id = a.job_id
    LEFT JOIN station js ON js.id = j.station_id
    LEFT JOIN person p ON p.id = a.person_id
    LEFT JOIN person c ON c.id = a.cleared_by
    LEFT JOIN air_device d ON d.id = a.device_id
`

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
    insertInto(
      'air_alarm',
      {
        id: row.id,
        organisation_id: row.organisation,
        site_id: row.site,
        station_id: row.station,
        job_id: row.job,
        device_id: row.device,
        kind: row.kind,
        symptoms: row.symptoms,
        note: row.note,
        person_id: row.person,
        at: row.at,
        rehearsal: row.rehearsal,
      },
      sql`ON CONFLICT DO NOTHING`,
    ),
  )
  return rowCount === 1
}
export async function findAlarm(db: Db, id: string): Promise<AlarmRow | null> {
  const { rows } = await db.query<AlarmRow>(sql`
    ${ALARM}
    WHERE a.id = ${id}
  `)
  return rows[0] ?? null
}
export async function openAlarms(db: Db, site: string): Promise<AlarmRow[]> {
  const { rows } = await db.query<AlarmRow>(sql`
    ${ALARM}
    WHERE a.site_id = ${site} AND a.cleared_at IS NULL
    ORDER BY a.at DESC
  `)
  return rows
}
export async function alarmsOfStation(db: Db, station: string, most: number): Promise<AlarmRow[]> {
  const { rows } = await db.query<AlarmRow>(sql`
    ${ALARM}
    WHERE a.station_id = ${station} OR j.station_id = ${station}
    ORDER BY a.cleared_at IS NOT NULL, a.at DESC
    LIMIT ${most}
  `)
  return rows
}
/** Open alarms that stop a job: its own, or of its station without another job named. */
export async function alarmsOnJob(
  db: Db,
  job: string,
  station: string | null,
): Promise<AlarmRow[]> {
  const { rows } = await db.query<AlarmRow>(sql`
    ${ALARM}
    WHERE a.cleared_at IS NULL
      AND (a.job_id = ${job} OR (a.station_id = ${station} AND a.job_id IS NULL))
    ORDER BY a.at DESC
  `)
  return rows
}
export async function tellAlarm(
  db: Db,
  id: string,
  symptoms: readonly string[],
  note: string,
): Promise<void> {
  await db.query(sql`
    UPDATE air_alarm
    SET symptoms = ${symptoms}, note = ${note}
    WHERE id = ${id}
  `)
}
export async function clearAlarm(
  db: Db,
  id: string,
  person: string,
  at: Date,
  note: string,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
        UPDATE air_alarm
        SET cleared_at = ${at}, cleared_by = ${person}, cleared_note = ${note}
        WHERE id = ${id} AND cleared_at IS NULL
      `)
  return rowCount === 1
}

/**
 * Permits in work that an alarm has to stop. All that may come to be in work are held, in one order for everybody:
 * a step under way ends first and is then seen, one that comes later sees the alarm.
 */
export async function holdPermitsAt(
  db: Db,
  job: string | null,
  station: string | null,
): Promise<string[]> {
  const { rows } = await db.query<{ id: string; state: PermitState }>(sql`
    SELECT p.id, p.state
    FROM permit p JOIN job j ON j.id = p.job_id
    WHERE p.state IN ('draft', 'issued', 'working', 'watching', 'suspended')
      AND (j.id = ${job} OR (${job}::uuid IS NULL AND j.station_id = ${station}))
    ORDER BY p.id
    FOR UPDATE OF p
  `)
  return rows.filter(({ state }) => state === 'issued' || state === 'working').map(({ id }) => id)
}
