import sql from 'sql-template-tag'
import type { KeepingYears, RecordKind } from '#core/keeping/rules'
import type { Substance } from '#core/exposure/terms'
import type { Db } from './pool'

export interface KeepingRow extends KeepingYears {
  held: string | null
  from_at: Date | null
  /** 0: none was ever set, everything stays. */
  version: number
}

const FOR_GOOD: KeepingRow = {
  inspection: null,
  gas: null,
  reading: null,
  message: null,
  held: null,
  from_at: null,
  version: 0,
}

export async function findKeeping(db: Db, site: string): Promise<KeepingRow> {
  const { rows } = await db.query<KeepingRow>(sql`
    SELECT inspection, gas, reading, message, held, from_at, version
    FROM keeping_rule
    WHERE site_id = ${site}
  `)
  return rows[0] ?? FOR_GOOD
}

/** @returns whether it was still of the version that was read */
export async function putKeeping(
  db: Db,
  { organisation, site }: { organisation: string; site: string },
  { inspection, gas, reading, message, held, version, from_at: from }: KeepingRow,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    INSERT INTO keeping_rule (organisation_id, site_id, inspection, gas, reading, message, held, from_at)
    SELECT ${organisation}, ${site}, ${inspection}, ${gas}, ${reading}, ${message}, ${held}, ${from}
    WHERE ${version} = 0 OR EXISTS (SELECT 1 FROM keeping_rule WHERE site_id = ${site})
    ON CONFLICT (organisation_id, site_id) DO UPDATE SET
      inspection = excluded.inspection, gas = excluded.gas, reading = excluded.reading,
      message = excluded.message, held = excluded.held, from_at = excluded.from_at,
      version = keeping_rule.version + 1
    WHERE keeping_rule.version = ${version}
  `)
  return rowCount === 1
}

/** How much is due to go of each kind, counted to a most. */
export async function countDue(
  db: Db,
  site: string,
  now: Date,
  most: number,
): Promise<Record<RecordKind, number>> {
  const { rows } = await db.query<Record<RecordKind, number>>(sql`
    SELECT
      (
        SELECT count(*)::integer
        FROM inspections_due(${site}, keeping_end(${site}, 'inspection', ${now}), ${most})
      ) AS inspection,
      (
        SELECT count(*)::integer FROM gas_due(${site}, keeping_end(${site}, 'gas', ${now}), ${most})
      ) AS gas,
      (
        SELECT count(*)::integer
        FROM reading_hours_due(${site}, keeping_end(${site}, 'reading', ${now}), ${most})
      ) AS reading,
      (
        SELECT count(*)::integer
        FROM messages_due(${site}, keeping_end(${site}, 'message', ${now}), ${most})
      ) AS message
  `)
  return rows[0]!
}

/** Remove some of what is due of a kind. @returns how much went */
export async function removeDue(
  db: Db,
  site: string,
  kind: RecordKind,
  now: Date,
  most: number,
): Promise<number> {
  const { rows } = await db.query<{ gone: number }>(
    sql`SELECT remove_due(${site}, ${kind}, ${now}, ${most}) AS gone`,
  )
  return rows[0]!.gone
}

/** Sites of all organisations that let go of something. */
export async function keepingSites(
  db: Db,
  now: Date,
): Promise<{ organisation: string; site: string }[]> {
  const { rows } = await db.query<{ organisation: string; site: string }>(sql`
    SELECT organisation_id AS organisation, site_id AS site FROM keeping_sites(${now})
  `)
  return rows
}

/** A month of which nothing is left goes, one at a time. @returns how many went */
export async function dropEmptyMonths(db: Db, now: Date): Promise<number> {
  const { rows } = await db.query<{ gone: number }>(sql`SELECT drop_empty_months(${now}) AS gone`)
  return rows[0]!.gone
}

/** Months of which monitor readings are left by the hour. */
export async function monthsByHour(db: Db, site: string): Promise<string[]> {
  const { rows } = await db.query<{ month: string }>(sql`
    SELECT DISTINCT to_char(h.hour AT TIME ZONE 'UTC', 'YYYY-MM') AS month
    FROM air_hour h JOIN air_device d ON d.id = h.device_id
    WHERE d.site_id = ${site}
    ORDER BY 1
  `)
  return rows.map(({ month }) => month)
}

export interface AirHourRow {
  monitor: string
  substance: Substance
  hour: Date
  readings: number
  mean: number
  highest: number
  first_at: Date
  last_at: Date
}

/** Monitor readings of a month, as 2026-11 of UTC, by the hour. */
export async function airHours(db: Db, site: string, month: string): Promise<AirHourRow[]> {
  const first = `${month}-01T00:00:00Z`
  const { rows } = await db.query<AirHourRow>(sql`
    SELECT d.name AS monitor, h.substance, h.hour, h.readings, h.mean, h.highest, h.first_at, h.last_at
    FROM air_hour h JOIN air_device d ON d.id = h.device_id
    WHERE d.site_id = ${site}
      AND h.hour >= ${first}::timestamptz
      AND h.hour < (${first}::timestamptz AT TIME ZONE 'UTC' + interval '1 month') AT TIME ZONE 'UTC'
    ORDER BY h.hour, lower(d.name), h.substance
  `)
  return rows
}
