import sql from 'sql-template-tag'
import { insertInto } from './insert'
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
  meter: string | null
  calibrated: boolean | null
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
    insertInto(
      'hood',
      {
        organisation_id: row.organisation,
        station_id: row.station,
        section: JSON.stringify(row.section),
        need: row.need,
        survey_days: row.days,
        updated_at: row.at,
        rehearsal: row.rehearsal,
      },
      sql`
        ON CONFLICT (organisation_id, station_id) DO UPDATE
        SET
          section = excluded.section,
          need = excluded.need,
          survey_days = excluded.survey_days,
          updated_at = excluded.updated_at
      `,
    ),
  )
}

export async function hoodsOf(db: Db, stations: readonly string[]): Promise<HoodRow[]> {
  const { rows } = await db.query<HoodRow>(sql`
    SELECT station_id, section, need, survey_days
    FROM hood
    WHERE station_id = ANY (${stations})
  `)
  return rows
}

/** Surveys of some hoods, newest first, the newest so many of each. */
export async function surveysOf(
  db: Db,
  stations: readonly string[],
  most: number,
): Promise<SurveyRow[]> {
  const { rows } = await db.query<SurveyRow>(sql`
    SELECT
      s.id, s.station_id, s.surveyed_on, s.velocity, s.static_pressure, s.filter_changed,
      s.note, p.name AS by, m.label AS meter, s.calibrated
    FROM unnest(${stations}::uuid[]) AS wanted (id)
      CROSS JOIN LATERAL (
        SELECT *
        FROM hood_survey
        WHERE station_id = wanted.id
        ORDER BY surveyed_on DESC, at DESC
        LIMIT ${most}
      ) s
      JOIN person p ON p.id = s.by_id
      LEFT JOIN gear m ON m.id = s.meter_id
    ORDER BY s.surveyed_on DESC, s.at DESC
  `)
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
    meterId: string | null
    calibrated: boolean
    note: string
    by: string
  },
): Promise<void> {
  await db.query(
    insertInto('hood_survey', {
      id: row.id,
      organisation_id: row.organisation,
      station_id: row.station,
      surveyed_on: row.on,
      velocity: row.velocity,
      static_pressure: row.staticPressure,
      filter_changed: row.filterChanged,
      meter_id: row.meterId,
      calibrated: row.calibrated,
      note: row.note,
      by_id: row.by,
      at: row.at,
      rehearsal: row.rehearsal,
    }),
  )
}
