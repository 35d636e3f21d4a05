import sql from 'sql-template-tag'
import type { Substance } from '#core/exposure/terms'
import type { Sample, SampleBody } from '#shared/sampling/schema'
import { pageOf, pattern, type Page, type PageQuery } from './page'
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
  starts_at: string | null
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
  startsAt: row.starts_at?.slice(0, 'hh:mm'.length) ?? null,
  minutes: row.minutes,
  shiftMinutes: row.shift_minutes,
  value: row.value,
  underDetection: row.under_detection,
  rest: row.rest,
  reference: row.reference,
  jobId: row.job_id,
})

const ORDER = {
  newest: sql`sampled_on DESC, id`,
  group: sql`lower(exposed_group), substance, sampled_on DESC, id`,
} as const
export type SampleOrder = keyof typeof ORDER

export async function listSamples(
  db: Db,
  site: string,
  query: PageQuery & { sort: SampleOrder },
): Promise<Page<Sample>> {
  const like = pattern(query.q)
  const from = sql`
    air_sample
    WHERE site_id = ${site}
      AND NOT removed
      AND (
        exposed_group ILIKE ${like}
        OR who ILIKE ${like}
        OR task ILIKE ${like}
        OR substance ILIKE ${like}
        OR reference ILIKE ${like}
      )
  `
  return pageOf(db, query.page, { select: sql`*`, from, order: ORDER[query.sort] }, toSample)
}

export async function allSamples(db: Db, site: string): Promise<Sample[]> {
  const { rows } = await db.query<SampleRow>(sql`
    SELECT *
    FROM air_sample
    WHERE site_id = ${site} AND NOT removed
    ORDER BY sampled_on, exposed_group, who, substance, starts_at, id
  `)
  return rows.map(toSample)
}

/** Until the end of the transaction nobody else adds samples of this site: parts of a day are judged together. */
export async function lockSamples(db: Db, site: string): Promise<void> {
  await db.query(sql`SELECT pg_advisory_xact_lock(hashtextextended(${`air_sample ${site}`}, 0))`)
}

/** Parts on file of one person or spot on one day, for one substance. */
export async function partsOnDay(
  db: Db,
  site: string,
  { on, who, kind, substance }: SampleBody,
): Promise<Sample[]> {
  const { rows } = await db.query<SampleRow>(sql`
    SELECT *
    FROM air_sample
    WHERE site_id = ${site}
      AND NOT removed
      AND sampled_on = ${on}
      AND who = ${who}
      AND kind = ${kind}
      AND substance = ${substance}
  `)
  return rows.map(toSample)
}

/** @returns how many were new; one that is there already is left as it is */
export async function insertSamples(
  db: Db,
  by: { organisation: string; site: string; person: string; at: Date; rehearsal: boolean },
  samples: readonly (SampleBody & { id: string })[],
): Promise<number> {
  const { rowCount } = await db.query(sql`
    INSERT INTO air_sample (
      id, organisation_id, site_id, job_id, sampled_on, kind, exposed_group, who, task,
      pump, substance, starts_at, minutes, shift_minutes, value, under_detection, rest, reference,
      by_id, at, rehearsal
    )
    SELECT
      r.id, ${by.organisation}, ${by.site}, r."jobId", r."on", r.kind, r."group", r.who,
      r.task, r.pump, r.substance, r."startsAt", r.minutes, r."shiftMinutes", r.value, r."underDetection",
      r.rest, r.reference, ${by.person}, ${by.at}, ${by.rehearsal}
    FROM jsonb_to_recordset(${JSON.stringify(samples)}) AS r (
      id uuid, "jobId" uuid, "on" date, kind text, "group" text, who text, task text, pump text,
      substance text, "startsAt" time, minutes double precision, "shiftMinutes" double precision,
      value double precision, "underDetection" boolean, rest text, reference text
    )
    ON CONFLICT DO NOTHING
  `)
  return rowCount ?? 0
}

export async function removeSample(db: Db, id: string): Promise<boolean> {
  const { rowCount } = await db.query(sql`
        UPDATE air_sample
        SET removed = true
        WHERE id = ${id} AND NOT removed
      `)
  return rowCount === 1
}

export async function sampleGroups(
  db: Db,
  site: string,
): Promise<{ group: string; substance: Substance; days: number }[]> {
  const { rows } = await db.query(sql`
    SELECT
      exposed_group AS "group", substance, count(DISTINCT (sampled_on, who))::int AS days
    FROM air_sample
    WHERE site_id = ${site} AND NOT removed AND kind = 'personal'
    GROUP BY 1, 2
    ORDER BY lower(exposed_group), substance
  `)
  return rows
}

/** Personal samples of one group and substance, oldest first. */
export async function samplesOfGroup(
  db: Db,
  site: string,
  group: string,
  substance: string,
): Promise<Sample[]> {
  const { rows } = await db.query<SampleRow>(sql`
    SELECT *
    FROM air_sample
    WHERE site_id = ${site}
      AND NOT removed
      AND kind = 'personal'
      AND exposed_group = ${group}
      AND substance = ${substance}
    ORDER BY sampled_on, who, starts_at, id
  `)
  return rows.map(toSample)
}

/** Personal samples that belong to a job with an assessment. */
export async function samplesOfJobs(db: Db, site: string): Promise<Sample[]> {
  const { rows } = await db.query<SampleRow>(sql`
    SELECT *
    FROM air_sample s
    WHERE site_id = ${site}
      AND NOT removed
      AND kind = 'personal'
      AND job_id IS NOT NULL
      AND EXISTS (SELECT 1 FROM air_assessment a WHERE a.job_id = s.job_id)
    ORDER BY sampled_on, starts_at, id
  `)
  return rows.map(toSample)
}
