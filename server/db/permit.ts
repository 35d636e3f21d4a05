import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Finding } from '#core/finding/finding'
import type { WorkPoint } from '#core/firewatch/reach-map'
import type { Plan } from '#core/plan/plan'
import type { FoundBody } from '#shared/permit/found'
import type { NotReckoned, SparkReach } from '#core/firewatch/spark-reach'
import { ROUND_EVERY } from '#core/firewatch/rules.table'
import type { Monitoring, RuleSet } from '#core/firewatch/rule-sets.table'
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
  p.issued_at, p.work_started_at, p.watch_started_at, p.closed_at, p.version, p.rehearsal,
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

/** What governed a permit when it was written. */
export interface WrittenRules {
  ruleSets: RuleSet[]
  watchMinutes: number
  monitoring: Monitoring | null
  /** m */
  reach: number
}

/** What stays the same when work comes again, or goes on: the place, not the people. */
export interface Like {
  id: string
  height: number | null
  sketch: Plan | null
  rescue: string
  goesOn: boolean
}

export interface NewPermit {
  id: string
  organisation: string
  site: string
  number: number
  job: string
  place: string
  operator: string | null
  from: Date
  to: Date
  work: WorkPoint | null
  rules: WrittenRules
  /** What it takes over of another permit; null: nothing. */
  like: Like | null
  person: string
  at: Date
  rehearsal: boolean
}

export async function insertPermit(db: Db, row: NewPermit): Promise<void> {
  await db.query(
    insertInto('permit', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      number: row.number,
      job_id: row.job,
      state: 'draft',
      place: row.place,
      operator_id: row.operator,
      valid_from: row.from,
      valid_to: row.to,
      work_floor: row.work?.floor ?? null,
      work_x: row.work?.x ?? null,
      work_y: row.work?.y ?? null,
      rule_sets: row.rules.ruleSets,
      watch_minutes: row.rules.watchMinutes,
      monitor_minutes: row.rules.monitoring?.minutes ?? 0,
      ...(row.rules.monitoring && { monitor_every: row.rules.monitoring.every }),
      reach: row.rules.reach,
      ...(row.like && {
        from_id: row.like.id,
        goes_on: row.like.goesOn,
        work_height: row.like.height,
        sketch: row.like.sketch && JSON.stringify(row.like.sketch),
        rescue: row.like.rescue,
      }),
      created_by: row.person,
      created_at: row.at,
      rehearsal: row.rehearsal,
    }),
  )
}

/** The permit that is kept under a name, whatever its case. */
export async function findTemplate(db: Db, site: string, name: string): Promise<string | null> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id FROM permit WHERE site_id = ${site} AND lower(template) = lower(${name})
  `)
  return rows[0]?.id ?? null
}

export async function setTemplate(db: Db, id: string, name: string | null): Promise<void> {
  await db.query(sql`UPDATE permit SET template = ${name} WHERE id = ${id}`)
}

/** Permits that are kept under a name, by it. */
export async function listTemplates(
  db: Db,
  site: string,
): Promise<{ id: string; name: string; place: string; job: string }[]> {
  const { rows } = await db.query(sql`
    SELECT p.id, p.template AS name, p.place, j.title AS job
    FROM permit p JOIN job j ON j.id = p.job_id
    WHERE p.site_id = ${site} AND p.template IS NOT NULL
    ORDER BY lower(p.template)
  `)
  return rows
}

export interface DraftChange {
  sweep: object
  operator: string | null
  fireWatch: string | null
  from: Date
  to: Date
  work: WorkPoint | null
  height: number | null
  container: ContainerBody | null
  sketch: Plan | null
  found: FoundBody[]
  seen: Partial<Record<string, Omit<SeenLine, 'name'>>>
  sparks: KeptSparks
  attendant: string | null
  rescue: string
  putsBack: string | null
  rules: WrittenRules
  version: number
}

export async function updateDraft(db: Db, id: string, row: DraftChange): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE permit
    SET
      sweep = ${JSON.stringify(row.sweep)},
      operator_id = ${row.operator},
      fire_watch_id = ${row.fireWatch},
      valid_from = ${row.from},
      valid_to = ${row.to},
      work_floor = ${row.work?.floor ?? null},
      work_x = ${row.work?.x ?? null},
      work_y = ${row.work?.y ?? null},
      work_height = ${row.height},
      container = ${row.container && JSON.stringify(row.container)},
      sketch = ${row.sketch && JSON.stringify(row.sketch)},
      found = ${JSON.stringify(row.found)},
      seen = ${JSON.stringify(row.seen)},
      sparks = ${JSON.stringify(row.sparks)},
      attendant_id = ${row.attendant},
      rescue = ${row.rescue},
      puts_back_id = ${row.putsBack},
      rule_sets = ${row.rules.ruleSets},
      watch_minutes = ${row.rules.watchMinutes},
      monitor_minutes = ${row.rules.monitoring?.minutes ?? 0},
      monitor_every = ${row.rules.monitoring?.every ?? ROUND_EVERY},
      reach = ${row.rules.reach},
      version = version + 1
    WHERE id = ${id} AND state = 'draft' AND version = ${row.version}
  `)
  return rowCount === 1
}

export async function setOperator(db: Db, id: string, person: string): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET operator_id = ${person}
    WHERE id = ${id}
  `)
}

/** Another end makes another version: it is signed anew. */
export async function setValidTo(db: Db, id: string, to: Date): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET
      valid_to = ${to},
      version = version + 1
    WHERE id = ${id}
  `)
}

/** Until when more rounds are on their way from a phone that had no signal; null: none are. */
export async function setRoundsUntil(db: Db, id: string, until: Date | null): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET rounds_until = ${until}
    WHERE id = ${id}
  `)
}

export async function setFireWatch(db: Db, id: string, person: string): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET fire_watch_id = ${person}
    WHERE id = ${id}
  `)
}

export async function draftsOfJob(db: Db, job: string): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id
    FROM permit
    WHERE job_id = ${job} AND state = 'draft'
    ORDER BY id
  `)
  return rows.map((row) => row.id)
}

/** What was signed or overridden before no longer counts. */
export async function renewDraft(db: Db, id: string): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET version = version + 1
    WHERE id = ${id} AND state = 'draft'
  `)
}

export async function markIssued(
  db: Db,
  id: string,
  row: { findings: Finding[]; person: string; at: Date },
): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET
      findings = ${JSON.stringify(row.findings)},
      issued_by = ${row.person},
      issued_at = ${row.at},
      plan_version = (SELECT max(number) FROM plan_version WHERE site_id = permit.site_id)
    WHERE id = ${id}
  `)
}

type PermitProgress = Pick<
  PermitDbRow,
  'state' | 'work_started_at' | 'watch_started_at' | 'closed_at'
>

export async function setPermitState(db: Db, id: string, row: PermitProgress): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET
      state = ${row.state},
      work_started_at = ${row.work_started_at},
      watch_started_at = ${row.watch_started_at},
      closed_at = ${row.closed_at}
    WHERE id = ${id}
  `)
}
