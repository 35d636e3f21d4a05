import sql from 'sql-template-tag'
import { insertInto } from './insert'
import { isVersion } from './version'
import type { Db } from './pool'
import type { LimitSet } from '#core/exposure/terms'
import type { SiteGas } from '#shared/gas/customs'
import type { InspectionCustoms } from '#shared/inspection/customs'
import type { RuleSet } from '#core/firewatch/rule-sets.table'
import type { Season } from '#core/ppe/terms'
import type { School } from '#core/shade/terms'

export interface SiteRow {
  id: string
  name: string
  time_zone: string
  units: 'us' | 'si'
  shift_hours: number
  rule_sets: RuleSet[]
  house_minutes: number | null
  house_monitoring: number | null
  house_reach: number | null
  lead_factor: boolean
  stops_untested: boolean
  gas: SiteGas
  inspection: InspectionCustoms
  shade_school: School
  safety_toe: boolean
  hard_hat: boolean
  season: Season
  limit_sets: LimitSet[]
  version: number
}

export async function insertSite(
  db: Db,
  row: { id: string; organisation: string; name: string; timeZone: string; units: string },
): Promise<void> {
  await db.query(
    insertInto('site', {
      id: row.id,
      organisation_id: row.organisation,
      name: row.name,
      time_zone: row.timeZone,
      units: row.units,
    }),
  )
}

export async function findSite(db: Db, id: string): Promise<SiteRow> {
  const { rows } = await db.query<SiteRow>(sql`
    SELECT
      id, name, time_zone, units, shift_hours, rule_sets, house_minutes, house_monitoring, house_reach,
      lead_factor, stops_untested, gas,
      inspection, shade_school, safety_toe, hard_hat, season, limit_sets, version
    FROM site
    WHERE id = ${id}
  `)
  return rows[0]!
}

export async function updateSite(
  db: Db,
  id: string,
  body: {
    name: string
    timeZone: string
    units: string
    shiftHours: number
    ruleSets: readonly string[]
    houseMinutes: number | null
    houseMonitoring: number | null
    houseReach: number | null
    leadFactor: boolean
    stopsUntested: boolean
    gas: SiteGas
    inspection: InspectionCustoms
    shadeSchool: string
    safetyToe: boolean
    hardHat: boolean
    season: string
    limitSets: string[]
    version?: number
  },
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE site
    SET
      name = ${body.name},
      time_zone = ${body.timeZone},
      units = ${body.units},
      shift_hours = ${body.shiftHours},
      rule_sets = ${body.ruleSets},
      house_minutes = ${body.houseMinutes},
      house_monitoring = ${body.houseMonitoring},
      house_reach = ${body.houseReach},
      lead_factor = ${body.leadFactor},
      stops_untested = ${body.stopsUntested},
      gas = ${JSON.stringify(body.gas)},
      inspection = ${JSON.stringify(body.inspection)},
      shade_school = ${body.shadeSchool},
      safety_toe = ${body.safetyToe},
      hard_hat = ${body.hardHat},
      season = ${body.season},
      limit_sets = ${body.limitSets},
      version = version + 1
    WHERE id = ${id} AND ${isVersion(body.version)}
  `)
  return rowCount === 1
}

/** Whether the database reckons in this time zone too; days and reminders are made there. */
export async function isZoneKnown(db: Db, zone: string): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    SELECT 1
    FROM pg_timezone_names
    WHERE name = ${zone}
  `)
  return rowCount === 1
}

/** Next number of a kind at a site: 1, 2, 3, no gaps, no doubles; the row lock lasts to the end of the transaction. */
export async function nextNumber(
  db: Db,
  organisation: string,
  site: string,
  kind: 'job' | 'permit',
): Promise<number> {
  const { rows } = await db.query<{ last: number }>(sql`
    INSERT INTO site_counter (organisation_id, site_id, kind, last)
    VALUES (${organisation}, ${site}, ${kind}, 1)
    ON CONFLICT (organisation_id, site_id, kind) DO UPDATE
    SET last = site_counter.last + 1
    RETURNING last
  `)
  return rows[0]!.last
}
