import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { WorkPoint } from '#core/firewatch/reach-map'
import type { Plan } from '#core/plan/plan'
import type { FoundBody } from '#shared/permit/found'
import { ROUND_EVERY } from '#core/firewatch/rules.table'
import type { Monitoring, RuleSet } from '#core/firewatch/rule-sets.table'
import type { ContainerBody } from '#shared/permit/container'
import type { Db } from './pool'
import type { KeptSparks, SeenLine } from './permit'

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
