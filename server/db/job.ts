import type { JobSpec } from '#core/job/job'
import type { JobBody } from '#shared/job/schema'
import type { Db } from './pool'
import { pageOf, type Page, type PageQuery } from './page'

export interface JobRow {
  id: string
  number: number
  title: string
  station_id: string | null
  place: string | null
  where: string
  designated: boolean
  welder_id: string | null
  welder: string | null
  helmet_id: string | null
  spec: JobSpec
  version: number
  rehearsal: boolean
  updated_at: Date
  equipment_ids: string[]
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
    'INSERT INTO job (id, organisation_id, site_id, number, title, station_id, place, welder_id, helmet_id, spec, created_by, created_at, updated_at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $12, $13)',
    [
      row.id,
      row.organisation,
      row.site,
      row.number,
      body.title,
      body.stationId,
      body.place,
      body.welderId,
      body.helmetId,
      JSON.stringify(body.spec),
      row.person,
      row.at,
      row.rehearsal,
    ],
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
  const { rowCount } = await db.query(
    'UPDATE job SET title = $2, station_id = $3, place = $4, welder_id = $5, helmet_id = $6, spec = $7, updated_at = $8, version = version + 1 WHERE id = $1 AND ($9::int IS NULL OR version = $9)',
    [
      id,
      body.title,
      body.stationId,
      body.place,
      body.welderId,
      body.helmetId,
      JSON.stringify(body.spec),
      at,
      body.version ?? null,
    ],
  )
  if (rowCount === 1) await setGear(db, organisation, id, body)
  return rowCount === 1
}

async function setGear(db: Db, organisation: string, job: string, body: JobBody): Promise<void> {
  for (const [kind, ids] of [
    ['equipment', body.equipmentIds],
    ['cylinder', body.cylinderIds],
  ] as const) {
    await db.query(`DELETE FROM job_${kind} WHERE job_id = $1`, [job])
    await db.query(
      `INSERT INTO job_${kind} (organisation_id, job_id, ${kind}_id) SELECT $1, $2, unnest($3::uuid[])`,
      [organisation, job, [...new Set(ids)]],
    )
  }
}

const WHERE_NAME = 'coalesce(s.name, j.place)'

export async function findJob(db: Db, id: string): Promise<JobRow | null> {
  const { rows } = await db.query<JobRow>(
    `
    SELECT j.id, j.number, j.title, j.station_id, j.place, ${WHERE_NAME} AS "where", coalesce(s.designated, false) AS designated, j.welder_id, w.name AS welder, j.helmet_id, j.spec, j.version, j.rehearsal, j.updated_at,
      ARRAY(SELECT equipment_id FROM job_equipment WHERE job_id = j.id) AS equipment_ids, ARRAY(SELECT cylinder_id FROM job_cylinder WHERE job_id = j.id) AS cylinder_ids
    FROM job j LEFT JOIN station s ON s.id = j.station_id LEFT JOIN person w ON w.id = j.welder_id WHERE j.id = $1`,
    [id],
  )
  return rows[0] ?? null
}

/** Hold the job so that it cannot change under a permit that is being issued on it. */
export async function holdJob(db: Db, id: string): Promise<void> {
  await db.query('SELECT 1 FROM job WHERE id = $1 FOR UPDATE', [id])
}

const ORDER = {
  newest: 'j.updated_at DESC, j.number DESC',
  number: 'j.number DESC',
  title: 'lower(j.title), j.number',
} as const
export interface JobListRow {
  id: string
  number: number
  title: string
  process: JobSpec['process']
  where: string
  welder: string | null
  updatedAt: string
}

export async function listJobs(
  db: Db,
  site: string,
  query: PageQuery & { sort: keyof typeof ORDER },
): Promise<Page<JobListRow>> {
  return pageOf(
    db,
    query,
    {
      select: `j.id, j.number, j.title, j.process, ${WHERE_NAME} AS "where", w.name AS welder, j.updated_at`,
      from: `job j LEFT JOIN station s ON s.id = j.station_id LEFT JOIN person w ON w.id = j.welder_id WHERE j.site_id = $1 AND (j.title ILIKE $2 OR j.process ILIKE $2 OR ${WHERE_NAME} ILIKE $2 OR coalesce(w.name, '') ILIKE $2 OR j.number::text ILIKE $2)`,
      order: ORDER[query.sort],
      values: [site],
    },
    (row: Omit<JobListRow, 'updatedAt'> & { updated_at: Date }) => ({
      id: row.id,
      number: row.number,
      title: row.title,
      process: row.process,
      where: row.where,
      welder: row.welder,
      updatedAt: row.updated_at.toISOString(),
    }),
  )
}

/** What this person sets up most among their newest 200 jobs: the newest of each kind stands for it. */
export async function jobChoices(
  db: Db,
  person: string,
): Promise<{ title: string; jobId: string; where: string; times: number }[]> {
  const { rows } = await db.query(
    `
    SELECT (array_agg(title ORDER BY updated_at DESC))[1] AS title, (array_agg(id ORDER BY updated_at DESC))[1] AS "jobId", (array_agg(place ORDER BY updated_at DESC))[1] AS "where", count(*)::int AS times
    FROM (SELECT j.id, j.title, j.updated_at, ${WHERE_NAME} AS place, j.process, j.spec FROM job j LEFT JOIN station s ON s.id = j.station_id WHERE j.created_by = $1 ORDER BY j.updated_at DESC LIMIT 200) recent
    GROUP BY process, spec ->> 'consumable', spec ->> 'baseMetal', spec ->> 'amps', place ORDER BY times DESC, max(updated_at) DESC LIMIT 5`,
    [person],
  )
  return rows
}

export async function openPermitOf(
  db: Db,
  job: string,
): Promise<{ id: string; number: number; state: string } | null> {
  const { rows } = await db.query(
    "SELECT id, number, state FROM permit WHERE job_id = $1 AND state <> 'closed' AND NOT (state = 'revoked' AND work_started_at IS NULL) ORDER BY number DESC LIMIT 1",
    [job],
  )
  return rows[0] ?? null
}
