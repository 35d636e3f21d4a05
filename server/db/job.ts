import sql, { raw } from 'sql-template-tag'
import { insertInto } from './insert'
import type { JobSpec } from '#core/job/job'
import type { JobBody } from '#shared/job/schema'
import { newestPlan } from './plan'
import type { Db } from './pool'
import { pageOf, pattern, type Page, type PageQuery } from './page'

export interface JobRow {
  id: string
  number: number
  title: string
  station_id: string | null
  place: string | null
  place_name: string
  designated: boolean
  welder_id: string | null
  welder: string | null
  helmet_id: string | null
  spec: JobSpec
  version: number
  rehearsal: boolean
  updated_at: Date
  plan_version: number | null
  gear_ids: string[]
  cylinder_ids: string[]
}

export interface NewJob {
  id: string
  organisation: string
  site: string
  number: number
  person: string
  at: Date
  rehearsal: boolean
}

export async function insertJob(db: Db, row: NewJob, body: JobBody): Promise<void> {
  await db.query(
    insertInto('job', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      number: row.number,
      title: body.title,
      station_id: body.stationId,
      place: body.place,
      welder_id: body.welderId,
      helmet_id: body.helmetId,
      spec: JSON.stringify(body.spec),
      created_by: row.person,
      created_at: row.at,
      updated_at: row.at,
      rehearsal: row.rehearsal,
      plan_version: await newestPlan(db, row.site),
    }),
  )
  await setGear(db, row.organisation, row.id, body)
}

/** @returns false when a newer version is already there */
export async function updateJob(
  db: Db,
  organisation: string,
  id: string,
  body: JobBody,
  at: Date,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE job
    SET
      title = ${body.title},
      station_id = ${body.stationId},
      place = ${body.place},
      welder_id = ${body.welderId},
      helmet_id = ${body.helmetId},
      spec = ${JSON.stringify(body.spec)},
      updated_at = ${at},
      plan_version = (SELECT max(number) FROM plan_version WHERE site_id = job.site_id),
      version = version + 1
    WHERE id = ${id}
      AND (${body.version ?? null}::int IS NULL OR version = ${body.version ?? null})
  `)
  if (rowCount === 1) await setGear(db, organisation, id, body)
  return rowCount === 1
}

async function setGear(db: Db, organisation: string, job: string, body: JobBody): Promise<void> {
  for (const [kind, ids] of [
    ['gear', body.gearIds],
    ['cylinder', body.cylinderIds],
  ] as const) {
    await db.query(sql`
      DELETE FROM ${raw(`job_${kind}`)}
      WHERE job_id = ${job}
    `)
    await db.query(sql`
      INSERT INTO ${raw(`job_${kind}`)} (organisation_id, job_id, ${raw(`${kind}_id`)})
      SELECT ${organisation}, ${job}, unnest(${[...new Set(ids)]}::uuid[])
    `)
  }
}

const PLACE_NAME = sql`coalesce(s.name, j.place)`

export async function findJob(db: Db, id: string): Promise<JobRow | null> {
  const { rows } = await db.query<JobRow>(sql`
    SELECT
      j.id, j.number, j.title, j.station_id, j.place, ${PLACE_NAME} AS place_name,
      coalesce(s.designated, false) AS designated, j.welder_id, w.name AS welder,
      j.helmet_id, j.spec, j.version, j.rehearsal, j.updated_at, j.plan_version,
      ARRAY(SELECT gear_id FROM job_gear WHERE job_id = j.id) AS gear_ids,
      ARRAY(SELECT cylinder_id FROM job_cylinder WHERE job_id = j.id) AS cylinder_ids
    FROM job j
      LEFT JOIN station s ON s.id = j.station_id
      LEFT JOIN person w ON w.id = j.welder_id
    WHERE j.id = ${id}
  `)
  return rows[0] ?? null
}

/** Hold the job so that it cannot change under a permit that is being issued on it. */
export async function holdJob(db: Db, id: string): Promise<void> {
  await db.query(sql`
    SELECT 1
    FROM job
    WHERE id = ${id}
    FOR UPDATE
  `)
}

const ORDER = {
  newest: sql`j.updated_at DESC, j.number DESC`,
  number: sql`j.number DESC`,
  title: sql`lower(j.title), j.number`,
} as const
export interface JobListRow {
  id: string
  number: number
  title: string
  process: JobSpec['process']
  placeName: string
  welder: string | null
  updatedAt: string
}

export async function listJobs(
  db: Db,
  site: string,
  query: PageQuery & { sort: keyof typeof ORDER },
): Promise<Page<JobListRow>> {
  const like = pattern(query.q)
  const select = sql`
    j.id, j.number, j.title, j.process, ${PLACE_NAME} AS place_name, w.name AS welder, j.updated_at
  `
  const from = sql`
    job j
      LEFT JOIN station s ON s.id = j.station_id
      LEFT JOIN person w ON w.id = j.welder_id
    WHERE j.site_id = ${site}
      AND (
        j.title ILIKE ${like}
        OR j.process ILIKE ${like}
        OR ${PLACE_NAME} ILIKE ${like}
        OR coalesce(w.name, '') ILIKE ${like}
        OR j.number::text ILIKE ${like}
      )
  `
  return pageOf(
    db,
    query.page,
    { select, from, order: ORDER[query.sort] },
    (
      row: Omit<JobListRow, 'updatedAt' | 'placeName'> & { place_name: string; updated_at: Date },
    ) => ({
      id: row.id,
      number: row.number,
      title: row.title,
      process: row.process,
      placeName: row.place_name,
      welder: row.welder,
      updatedAt: row.updated_at.toISOString(),
    }),
  )
}

/** What this person sets up most among their newest 200 jobs: the newest of each kind stands for it. */
export async function jobChoices(
  db: Db,
  person: string,
): Promise<{ title: string; jobId: string; placeName: string; times: number }[]> {
  const { rows } = await db.query(sql`
    SELECT
      (array_agg(title ORDER BY updated_at DESC)) [1] AS title,
      (array_agg(id ORDER BY updated_at DESC)) [1] AS "jobId",
      (array_agg(place ORDER BY updated_at DESC)) [1] AS "placeName", count(*)::int AS times
    FROM (
        SELECT j.id, j.title, j.updated_at, ${PLACE_NAME} AS place, j.process, j.spec
        FROM job j LEFT JOIN station s ON s.id = j.station_id
        WHERE j.created_by = ${person}
        ORDER BY j.updated_at DESC
        LIMIT 200
      ) recent
    GROUP BY process, spec ->> 'consumable', spec ->> 'baseMetal', spec ->> 'amps', place
    ORDER BY times DESC, max(updated_at) DESC
    LIMIT 5
  `)
  return rows
}

/** Permits of a job that are not over, the newest first. */
export async function openPermitsOf(
  db: Db,
  job: string,
): Promise<{ id: string; number: number; state: string }[]> {
  const { rows } = await db.query(sql`
    SELECT id, number, state
    FROM permit
    WHERE job_id = ${job}
      AND state <> 'closed'
      AND NOT (state = 'revoked' AND work_started_at IS NULL)
    ORDER BY number DESC
  `)
  return rows
}
