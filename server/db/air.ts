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
  where: string
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
const ASSESSMENT =
  'SELECT a.*, j.title AS job_title, j.number AS job_number, coalesce(s.name, j.place) AS "where", p.name AS by FROM air_assessment a JOIN job j ON j.id = a.job_id LEFT JOIN station s ON s.id = j.station_id JOIN person p ON p.id = a.person_id'

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
    'INSERT INTO air_assessment (id, organisation_id, job_id, air, adopted, respirator, basis, model, seed, draws, results, findings, note, person_id, at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16)',
    [
      row.id,
      row.organisation,
      row.job,
      JSON.stringify(row.air),
      row.adopted,
      row.respirator,
      row.basis,
      row.model,
      row.seed,
      row.draws,
      JSON.stringify(row.results),
      JSON.stringify(row.findings),
      row.note,
      row.person,
      row.at,
      row.rehearsal,
    ],
  )
}

export async function findAssessment(db: Db, id: string): Promise<AssessmentRow | null> {
  const { rows } = await db.query<AssessmentRow>(`${ASSESSMENT} WHERE a.id = $1`, [id])
  return rows[0] ?? null
}

export async function assessmentsOf(db: Db, job: string, most: number): Promise<AssessmentRow[]> {
  const { rows } = await db.query<AssessmentRow>(
    `${ASSESSMENT} WHERE a.job_id = $1 ORDER BY a.at DESC, a.id LIMIT $2`,
    [job, most],
  )
  return rows
}

export async function newestAssessments(
  db: Db,
  site: string,
  most: number,
): Promise<AssessmentRow[]> {
  const { rows } = await db.query<AssessmentRow>(
    `${ASSESSMENT} WHERE j.site_id = $1 ORDER BY a.at DESC, a.id LIMIT $2`,
    [site, most],
  )
  return rows
}

/** The newest assessment of a job, only what its judgement needs. */
export async function newestCheck(
  db: Db,
  job: string,
): Promise<{ basis: string; findings: Finding[] } | null> {
  const { rows } = await db.query<{ basis: string; findings: Finding[] }>(
    'SELECT basis, findings FROM air_assessment WHERE job_id = $1 ORDER BY at DESC, id LIMIT 1',
    [job],
  )
  return rows[0] ?? null
}

export interface ConsumableRow {
  id: string
  composition: Composition
  retired: boolean
}
export async function listConsumables(db: Db, site: string): Promise<ConsumableRow[]> {
  const { rows } = await db.query<ConsumableRow>(
    'SELECT id, composition, retired FROM consumable WHERE site_id = $1 ORDER BY retired, lower(name)',
    [site],
  )
  return rows
}
export async function insertConsumable(
  db: Db,
  row: Owned & { site: string; person: string; composition: Composition },
): Promise<void> {
  await db.query(
    'INSERT INTO consumable (id, organisation_id, site_id, name, composition, created_by, created_at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [
      row.id,
      row.organisation,
      row.site,
      row.composition.name,
      JSON.stringify(row.composition),
      row.person,
      row.at,
      row.rehearsal,
    ],
  )
}
export async function retireConsumable(db: Db, id: string, retired: boolean): Promise<boolean> {
  return (
    (await db.query('UPDATE consumable SET retired = $2 WHERE id = $1', [id, retired])).rowCount ===
    1
  )
}

export interface GasTestRow {
  id: string
  oxygen: number | null
  explosive: number | null
  others: Record<string, number>
  instrument: string
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
    instrument: string
    bumpTested: boolean
    until: Date
  },
): Promise<void> {
  await db.query(
    'INSERT INTO gas_test (id, organisation_id, job_id, oxygen, explosive, others, instrument, bump_tested, at, until, by_id, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) ON CONFLICT (id) DO NOTHING',
    [
      row.id,
      row.organisation,
      row.job,
      row.oxygen,
      row.explosive,
      JSON.stringify(row.others),
      row.instrument,
      row.bumpTested,
      row.at,
      row.until,
      row.by,
      row.rehearsal,
    ],
  )
}
export async function gasTestsOf(db: Db, job: string, most: number): Promise<GasTestRow[]> {
  const { rows } = await db.query<GasTestRow>(
    'SELECT g.*, p.name AS by FROM gas_test g JOIN person p ON p.id = g.by_id WHERE g.job_id = $1 ORDER BY g.at DESC, g.id LIMIT $2',
    [job, most],
  )
  return rows
}
