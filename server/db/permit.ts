import sql from 'sql-template-tag'
import type { Finding } from '#core/finding/finding'
import type { WorkPoint } from '#core/firewatch/reach-map'
import type { Plan } from '#core/plan/plan'
import type { FoundBody } from '#shared/permit/found'
import type { NotReckoned, SparkReach } from '#core/firewatch/spark-reach'
import type { RuleSet } from '#core/firewatch/rule-sets.table'
import type { PermitState } from '#core/permit/lifecycle'
import type { SweepAnswer } from '#core/firewatch/fire'
import type { ContainerBody } from '#shared/permit/container'
import type { Db } from './pool'
import { pageOf, pattern, type Page, type PageQuery } from './page'

export interface PermitDbRow {
  id: string
  number: number
  site_id: string
  job_id: string
  job: string
  job_number: number
  /** Of the job. */
  station_id: string | null
  state: PermitState
  place: string
  sweep: Partial<Record<string, SweepAnswer>>
  operator_id: string | null
  operator: string | null
  fire_watch_id: string | null
  fire_watch: string | null
  fire_watch_trained: boolean
  valid_from: Date
  valid_to: Date
  rule_sets: RuleSet[]
  watch_minutes: number
  /** 0: none. */
  monitor_minutes: number
  monitor_every: number
  reach: number
  findings: Finding[] | null
  issued_by: string | null
  created_at: Date
  issued_at: Date | null
  work_started_at: Date | null
  watch_started_at: Date | null
  closed_at: Date | null
  version: number
  rehearsal: boolean
  plan_version: number | null
  /** Where the work is on the plan. */
  work: WorkPoint | null
  /** Of the arc above its floor, m; null: not told. */
  work_height: number | null
  container: ContainerBody | null
  sparks: KeptSparks | null
  /** Drawn for this permit alone, where no plan shows the place. */
  sketch: Plan | null
  found: FoundBody[]
  /** Who saw each line of the sweep. */
  seen: Partial<Record<string, SeenLine>>
  /** The permit that it was drafted from. */
  from_id: string | null
  from_number: number | null
  from_sweep: Partial<Record<string, SweepAnswer>> | null
  /** It goes on from that one in the next shift. */
  goes_on: boolean
  /** Name under which it is kept for work that comes again. */
  template: string | null
  /** Further watchers, each on a side of their own. */
  watchers: { personId: string; name: string; side: string }[]
  attendant_id: string | null
  attendant: string | null
  rescue: string
  puts_back_id: string | null
  puts_back: string | null
}

/** Who answered a line of the sweep, having seen it. */
export interface SeenLine {
  personId: string
  name: string
  /** ISO, UTC. */
  at: string
}

/** A reckoning of sparks, with what it is of. */
export interface KeptSparks {
  basis: string
  reach: SparkReach | NotReckoned
}

const COLUMNS = sql`
  p.id, p.number, p.site_id, p.job_id, j.title AS job, j.number AS job_number, j.station_id, p.state, p.place,
  p.sweep, p.operator_id, o.name AS operator, p.fire_watch_id, f.name AS fire_watch,
  coalesce(f.fire_watch_trained_on IS NOT NULL, false) AS fire_watch_trained,
  p.valid_from, p.valid_to, p.rule_sets, p.watch_minutes, p.monitor_minutes, p.monitor_every,
  p.reach, p.findings, i.name AS issued_by,
  p.created_at, p.issued_at, p.work_started_at, p.watch_started_at, p.closed_at, p.version, p.rehearsal,
  p.plan_version, p.work_height, p.container, p.sparks,
  p.attendant_id, a.name AS attendant, p.rescue, p.puts_back_id, b.name AS puts_back,
  p.sketch, p.found, p.from_id, p.goes_on, p.template, l.number AS from_number, l.sweep AS from_sweep,
  coalesce(
    (
      SELECT jsonb_object_agg(s.key, s.value || jsonb_build_object('name', n.name))
      FROM jsonb_each(p.seen) s JOIN person n ON n.id = (s.value ->> 'personId')::uuid
    ),
    '{}'
  ) AS seen,
  coalesce(
    (
      SELECT jsonb_agg(
        jsonb_build_object('personId', w.person_id, 'name', n.name, 'side', w.side)
        ORDER BY w.side, n.name
      )
      FROM permit_watcher w JOIN person n ON n.id = w.person_id
      WHERE w.permit_id = p.id
    ),
    '[]'
  ) AS watchers,
  CASE
    WHEN p.work_floor IS NULL THEN NULL
    ELSE jsonb_build_object('floor', p.work_floor, 'x', p.work_x, 'y', p.work_y)
  END AS work
`
const FROM = sql`
  permit p
    JOIN job j ON j.id = p.job_id
    LEFT JOIN person o ON o.id = p.operator_id
    LEFT JOIN person f ON f.id = p.fire_watch_id
    LEFT JOIN person i ON i.id = p.issued_by
    LEFT JOIN person a ON a.id = p.attendant_id
    LEFT JOIN person b ON b.id = p.puts_back_id
    LEFT JOIN permit l ON l.id = p.from_id
`

export async function findPermit(db: Db, id: string): Promise<PermitDbRow | null> {
  const { rows } = await db.query<PermitDbRow>(sql`
    SELECT ${COLUMNS}
    FROM ${FROM}
    WHERE p.id = ${id}
  `)
  return rows[0] ?? null
}

/** Who drafted a permit, and when. */
export async function draftedOf(db: Db, id: string): Promise<{ person: string; at: Date }> {
  const { rows } = await db.query<{ person: string; at: Date }>(sql`
    SELECT n.name AS person, p.created_at AS at
    FROM permit p JOIN person n ON n.id = p.created_by
    WHERE p.id = ${id}
  `)
  return rows[0]!
}

/** The permit, held: one step at a time. */
export async function holdPermit(db: Db, id: string): Promise<PermitDbRow | null> {
  const { rows } = await db.query<PermitDbRow>(sql`
    SELECT ${COLUMNS}
    FROM ${FROM}
    WHERE p.id = ${id}
    FOR NO KEY UPDATE OF p
  `)
  return rows[0] ?? null
}

export async function permitsOfJob(db: Db, job: string): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id
    FROM permit
    WHERE job_id = ${job}
    ORDER BY number
  `)
  return rows.map((row) => row.id)
}

/** Permits on which work was begun or may begin, not yet closed: what the shift bar shows. */
export async function runningPermits(db: Db, site: string): Promise<PermitDbRow[]> {
  const { rows } = await db.query<PermitDbRow>(sql`
    SELECT ${COLUMNS}
    FROM ${FROM}
    WHERE p.site_id = ${site}
      AND p.state NOT IN ('draft', 'closed')
      AND (p.work_started_at IS NOT NULL OR p.state IN ('issued', 'suspended'))
    ORDER BY p.number
  `)
  return rows
}

const ORDER = {
  newest: sql`p.created_at DESC, p.number DESC`,
  number: sql`p.number`,
} as const

export async function listPermits(
  db: Db,
  site: string,
  query: PageQuery & { sort: keyof typeof ORDER; state?: PermitState },
  now: Date,
): Promise<Page<PermitDbRow>> {
  const like = pattern(query.q)
  const state = query.state ?? null
  // A live permit past its end counts as expired, the same as in core.
  const from = sql`
    ${FROM}
    WHERE p.site_id = ${site}
      AND (
        ${state}::text IS NULL
        OR ${state} = CASE
          WHEN p.state IN ('issued', 'working', 'suspended') AND p.valid_to <= ${now} THEN 'expired'
          ELSE p.state
        END
      )
      AND (
        p.place ILIKE ${like}
        OR j.title ILIKE ${like}
        OR coalesce(o.name, '') ILIKE ${like}
        OR coalesce(f.name, '') ILIKE ${like}
        OR p.number::text ILIKE ${like}
      )
  `
  return pageOf(
    db,
    query.page,
    { select: COLUMNS, from, order: ORDER[query.sort] },
    (row: PermitDbRow) => row,
  )
}
