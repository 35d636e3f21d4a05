import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Finding } from '#core/finding/finding'
import type { LimitSet } from '#core/exposure/terms'
import type { Composition } from '#core/fume/composition'
import type { RespiratorKind } from '#core/job/job'
import type { Assessment } from '#shared/air/schema'
import type { Db } from './pool'

export interface Owned {
  id: string
  organisation: string
  at: Date
  rehearsal: boolean
}

export interface AssessmentRow {
  id: string
  job_id: string
  job_title: string
  job_number: number
  place_name: string
  air: Assessment['air']
  adopted: LimitSet[]
  respirator: RespiratorKind
  basis: string
  model: string
  seed: number
  draws: number
  results: Assessment['results']
  findings: Finding[]
  note: string
  by: string
  at: Date
  rehearsal: boolean
}
const ASSESSMENT = sql`
  SELECT
    a.*, j.title AS job_title, j.number AS job_number, coalesce(s.name, j.place) AS place_name,
    p.name AS by
  FROM air_assessment a
    JOIN job j ON j.id = a.job_id
    LEFT JOIN station s ON s.id = j.station_id
    JOIN person p ON p.id = a.person_id
`

export async function insertAssessment(
  db: Db,
  row: Owned & {
    job: string
    person: string
    air: unknown
    adopted: readonly string[]
    respirator: string
    basis: string
    model: string
    seed: number
    draws: number
    results: unknown
    findings: unknown
    note: string
  },
): Promise<void> {
  await db.query(
    insertInto('air_assessment', {
      id: row.id,
      organisation_id: row.organisation,
      job_id: row.job,
      air: JSON.stringify(row.air),
      adopted: row.adopted,
      respirator: row.respirator,
      basis: row.basis,
      model: row.model,
      seed: row.seed,
      draws: row.draws,
      results: JSON.stringify(row.results),
      findings: JSON.stringify(row.findings),
      note: row.note,
      person_id: row.person,
      at: row.at,
      rehearsal: row.rehearsal,
    }),
  )
}

export async function findAssessment(db: Db, id: string): Promise<AssessmentRow | null> {
  const { rows } = await db.query<AssessmentRow>(sql`
    ${ASSESSMENT}
    WHERE a.id = ${id}
  `)
  return rows[0] ?? null
}

export async function assessmentsOf(db: Db, job: string, most: number): Promise<AssessmentRow[]> {
  const { rows } = await db.query<AssessmentRow>(sql`
    ${ASSESSMENT}
    WHERE a.job_id = ${job}
    ORDER BY a.at DESC, a.id
    LIMIT ${most}
  `)
  return rows
}

export async function newestAssessments(
  db: Db,
  site: string,
  most: number,
): Promise<AssessmentRow[]> {
  const { rows } = await db.query<AssessmentRow>(sql`
    ${ASSESSMENT}
    WHERE j.site_id = ${site}
    ORDER BY a.at DESC, a.id
    LIMIT ${most}
  `)
  return rows
}

/** The newest assessment of a job, only what its judgement needs. */
export async function newestCheck(
  db: Db,
  job: string,
): Promise<{ basis: string; findings: Finding[] } | null> {
  const { rows } = await db.query<{ basis: string; findings: Finding[] }>(sql`
    SELECT basis, findings
    FROM air_assessment
    WHERE job_id = ${job}
    ORDER BY at DESC, id
    LIMIT 1
  `)
  return rows[0] ?? null
}

export interface ConsumableRow {
  id: string
  composition: Composition
  retired: boolean
}
export async function listConsumables(db: Db, site: string): Promise<ConsumableRow[]> {
  const { rows } = await db.query<ConsumableRow>(sql`
    SELECT id, composition, retired
    FROM consumable
    WHERE site_id = ${site}
    ORDER BY retired, lower(name)
  `)
  return rows
}
export async function insertConsumable(
  db: Db,
  row: Owned & { site: string; person: string; composition: Composition },
): Promise<void> {
  await db.query(
    insertInto('consumable', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      name: row.composition.name,
      composition: JSON.stringify(row.composition),
      created_by: row.person,
      created_at: row.at,
      rehearsal: row.rehearsal,
    }),
  )
}
export async function retireConsumable(db: Db, id: string, retired: boolean): Promise<boolean> {
  const { rowCount } = await db.query(sql`
        UPDATE consumable
        SET retired = ${retired}
        WHERE id = ${id}
      `)
  return rowCount === 1
}

export interface GasTestRow {
  id: string
  oxygen: number | null
  explosive: number | null
  others: Record<string, number>
  instrument: string
  calibrated: boolean | null
  bump_tested: boolean
  at: Date
  until: Date
  by: string
}
export async function insertGasTest(
  db: Db,
  row: Owned & {
    job: string
    by: string
    oxygen: number | null
    explosive: number | null
    others: unknown
    meter: string | null
    calibrated: boolean
    instrument: string
    bumpTested: boolean
    until: Date
  },
): Promise<void> {
  await db.query(
    insertInto('gas_test', {
      id: row.id,
      organisation_id: row.organisation,
      job_id: row.job,
      oxygen: row.oxygen,
      explosive: row.explosive,
      others: JSON.stringify(row.others),
      meter_id: row.meter,
      calibrated: row.calibrated,
      instrument: row.instrument,
      bump_tested: row.bumpTested,
      at: row.at,
      until: row.until,
      by_id: row.by,
      rehearsal: row.rehearsal,
    }),
  )
}
export async function gasTestsOf(db: Db, job: string, most: number): Promise<GasTestRow[]> {
  const { rows } = await db.query<GasTestRow>(sql`
    SELECT g.*, p.name AS by
    FROM gas_test g JOIN person p ON p.id = g.by_id
    WHERE g.job_id = ${job}
    ORDER BY g.at DESC, g.id
    LIMIT ${most}
  `)
  return rows
}
