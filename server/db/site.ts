import type { Db } from './pool'
import type { LimitSet } from '#core/exposure/terms'
import type { RuleSet } from '#core/firewatch/rules.table'
import type { Season } from '#core/ppe/terms'
import type { School } from '#core/shade/terms'

export interface SiteRow {
  id: string
  name: string
  time_zone: string
  units: 'us' | 'si'
  shift_hours: number
  rule_set: RuleSet
  house_minutes: number | null
  shade_school: School
  safety_toe: boolean
  hard_hat: boolean
  season: Season
  limit_sets: LimitSet[]
}

export async function insertSite(
  db: Db,
  row: { id: string; organisation: string; name: string; timeZone: string; units: string },
): Promise<void> {
  await db.query(
    'INSERT INTO site (id, organisation_id, name, time_zone, units) VALUES ($1, $2, $3, $4, $5)',
    [row.id, row.organisation, row.name, row.timeZone, row.units],
  )
}

export async function findSite(db: Db, id: string): Promise<SiteRow> {
  const { rows } = await db.query<SiteRow>(
    'SELECT id, name, time_zone, units, shift_hours, rule_set, house_minutes, shade_school, safety_toe, hard_hat, season, limit_sets FROM site WHERE id = $1',
    [id],
  )
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
    ruleSet: string
    houseMinutes: number | null
    shadeSchool: string
    safetyToe: boolean
    hardHat: boolean
    season: string
    limitSets: string[]
  },
): Promise<void> {
  await db.query(
    'UPDATE site SET name = $2, time_zone = $3, units = $4, shift_hours = $5, rule_set = $6, house_minutes = $7, shade_school = $8, safety_toe = $9, hard_hat = $10, season = $11, limit_sets = $12 WHERE id = $1',
    [
      id,
      body.name,
      body.timeZone,
      body.units,
      body.shiftHours,
      body.ruleSet,
      body.houseMinutes,
      body.shadeSchool,
      body.safetyToe,
      body.hardHat,
      body.season,
      body.limitSets,
    ],
  )
}

/** Next number of a kind at a site: 1, 2, 3, no gaps, no doubles; the row lock lasts to the end of the transaction. */
export async function nextNumber(
  db: Db,
  organisation: string,
  site: string,
  kind: 'job' | 'permit',
): Promise<number> {
  const { rows } = await db.query<{ last: number }>(
    'INSERT INTO site_counter (organisation_id, site_id, kind, last) VALUES ($1, $2, $3, 1) ON CONFLICT (site_id, kind) DO UPDATE SET last = site_counter.last + 1 RETURNING last',
    [organisation, site, kind],
  )
  return rows[0]!.last
}
