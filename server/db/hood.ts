import type { Section } from '#core/hood/section'
import type { Owned } from './air'
import type { Db } from './pool'

export interface HoodRow {
  station_id: string
  section: Section
  need: number
  survey_days: number
}
export interface SurveyRow {
  id: string
  station_id: string
  surveyed_on: string
  velocity: number
  static_pressure: number | null
  filter_changed: boolean
  note: string
  by: string
}

export async function putHood(
  db: Db,
  row: {
    organisation: string
    station: string
    section: Section
    need: number
    days: number
    at: Date
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    'INSERT INTO hood (organisation_id, station_id, section, need, survey_days, updated_at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT (station_id) DO UPDATE SET section = excluded.section, need = excluded.need, survey_days = excluded.survey_days, updated_at = excluded.updated_at',
    [
      row.organisation,
      row.station,
      JSON.stringify(row.section),
      row.need,
      row.days,
      row.at,
      row.rehearsal,
    ],
  )
}

export async function hoodsOf(db: Db, stations: readonly string[]): Promise<HoodRow[]> {
  const { rows } = await db.query<HoodRow>(
    'SELECT station_id, section, need, survey_days FROM hood WHERE station_id = ANY($1)',
    [stations],
  )
  return rows
}

/** Surveys of some hoods, newest first, the newest so many of each. */
export async function surveysOf(
  db: Db,
  stations: readonly string[],
  most: number,
): Promise<SurveyRow[]> {
  const { rows } = await db.query<SurveyRow>(
    `
    SELECT s.id, s.station_id, s.surveyed_on, s.velocity, s.static_pressure, s.filter_changed, s.note, p.name AS by FROM unnest($1::uuid[]) AS wanted (id)
      CROSS JOIN LATERAL (SELECT * FROM hood_survey WHERE station_id = wanted.id ORDER BY surveyed_on DESC, at DESC LIMIT $2) s JOIN person p ON p.id = s.by_id ORDER BY s.surveyed_on DESC, s.at DESC`,
    [stations, most],
  )
  return rows
}

export async function insertSurvey(
  db: Db,
  row: Owned & {
    station: string
    on: string
    velocity: number
    staticPressure: number | null
    filterChanged: boolean
    note: string
    by: string
  },
): Promise<void> {
  await db.query(
    'INSERT INTO hood_survey (id, organisation_id, station_id, surveyed_on, velocity, static_pressure, filter_changed, note, by_id, at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) ON CONFLICT (id) DO NOTHING',
    [
      row.id,
      row.organisation,
      row.station,
      row.on,
      row.velocity,
      row.staticPressure,
      row.filterChanged,
      row.note,
      row.by,
      row.at,
      row.rehearsal,
    ],
  )
}
