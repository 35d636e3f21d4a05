import type { Substance } from '#core/exposure/terms'
import type { Sample, SampleBody } from '#shared/sampling/schema'
import { pageOf, type Page, type PageQuery } from './page'
import type { Db } from './pool'

interface SampleRow {
  id: string
  sampled_on: string
  kind: 'personal' | 'area'
  exposed_group: string
  who: string
  task: string
  pump: string
  substance: Substance
  minutes: number
  shift_minutes: number
  value: number
  under_detection: boolean
  rest: 'unexposed' | 'as_sampled'
  reference: string
  job_id: string | null
}

const toSample = (row: SampleRow): Sample => ({
  id: row.id,
  on: row.sampled_on,
  kind: row.kind,
  group: row.exposed_group,
  who: row.who,
  task: row.task,
  pump: row.pump,
  substance: row.substance,
  minutes: row.minutes,
  shiftMinutes: row.shift_minutes,
  value: row.value,
  underDetection: row.under_detection,
  rest: row.rest,
  reference: row.reference,
  jobId: row.job_id,
})

const ORDER = {
  newest: 'sampled_on DESC, id',
  group: 'lower(exposed_group), substance, sampled_on DESC, id',
} as const
export type SampleOrder = keyof typeof ORDER

export async function listSamples(
  db: Db,
  site: string,
  query: PageQuery & { sort: SampleOrder },
): Promise<Page<Sample>> {
  return pageOf(
    db,
    query,
    {
      select: '*',
      from: 'air_sample WHERE site_id = $1 AND NOT removed AND (exposed_group ILIKE $2 OR who ILIKE $2 OR task ILIKE $2 OR substance ILIKE $2 OR reference ILIKE $2)',
      order: ORDER[query.sort],
      values: [site],
    },
    toSample,
  )
}

export async function allSamples(db: Db, site: string): Promise<Sample[]> {
  const { rows } = await db.query<SampleRow>(
    'SELECT * FROM air_sample WHERE site_id = $1 AND NOT removed ORDER BY sampled_on, exposed_group, who, substance, id',
    [site],
  )
  return rows.map(toSample)
}

/** @returns how many were new; one that is there already is left as it is */
export async function insertSamples(
  db: Db,
  by: { organisation: string; site: string; person: string; at: Date; rehearsal: boolean },
  samples: readonly (SampleBody & { id: string })[],
): Promise<number> {
  const { rowCount } = await db.query(
    `
    INSERT INTO air_sample (id, organisation_id, site_id, job_id, sampled_on, kind, exposed_group, who, task, pump, substance, minutes, shift_minutes, value, under_detection, rest, reference, by_id, at, rehearsal)
    SELECT r.id, $2, $3, r."jobId", r."on", r.kind, r."group", r.who, r.task, r.pump, r.substance, r.minutes, r."shiftMinutes", r.value, r."underDetection", r.rest, r.reference, $4, $5, $6
    FROM jsonb_to_recordset($1) AS r (id uuid, "jobId" uuid, "on" date, kind text, "group" text, who text, task text, pump text, substance text, minutes double precision, "shiftMinutes" double precision, value double precision, "underDetection" boolean, rest text, reference text)
    ON CONFLICT DO NOTHING`,
    [JSON.stringify(samples), by.organisation, by.site, by.person, by.at, by.rehearsal],
  )
  return rowCount ?? 0
}

export async function removeSample(db: Db, id: string): Promise<boolean> {
  return (
    (await db.query('UPDATE air_sample SET removed = true WHERE id = $1 AND NOT removed', [id]))
      .rowCount === 1
  )
}

export async function sampleGroups(
  db: Db,
  site: string,
): Promise<{ group: string; substance: Substance; days: number }[]> {
  const { rows } = await db.query(
    'SELECT exposed_group AS "group", substance, count(DISTINCT (sampled_on, who))::int AS days FROM air_sample WHERE site_id = $1 AND NOT removed AND kind = \'personal\' GROUP BY 1, 2 ORDER BY lower(exposed_group), substance',
    [site],
  )
  return rows
}

/** Personal samples of one group and substance, oldest first. */
export async function samplesOfGroup(
  db: Db,
  site: string,
  group: string,
  substance: string,
): Promise<Sample[]> {
  const { rows } = await db.query<SampleRow>(
    "SELECT * FROM air_sample WHERE site_id = $1 AND NOT removed AND kind = 'personal' AND exposed_group = $2 AND substance = $3 ORDER BY sampled_on, who, id",
    [site, group, substance],
  )
  return rows.map(toSample)
}

/** Personal samples that belong to a job with an assessment. */
export async function samplesOfJobs(db: Db, site: string): Promise<Sample[]> {
  const { rows } = await db.query<SampleRow>(
    "SELECT * FROM air_sample s WHERE site_id = $1 AND NOT removed AND kind = 'personal' AND job_id IS NOT NULL AND EXISTS (SELECT 1 FROM air_assessment a WHERE a.job_id = s.job_id) ORDER BY sampled_on, id",
    [site],
  )
  return rows.map(toSample)
}
