import type { Finding } from '#core/finding/finding'
import type { RuleSet } from '#core/firewatch/rules.table'
import type { PermitState } from '#core/permit/lifecycle'
import type { SweepAnswer } from '#core/firewatch/fire'
import type { Db } from './pool'
import { pageOf, type Page, type PageQuery } from './page'

export interface PermitDbRow {
  id: string
  number: number
  site_id: string
  job_id: string
  job: string
  job_number: number
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
  rule_set: RuleSet
  watch_minutes: number
  findings: Finding[] | null
  issued_by: string | null
  issued_at: Date | null
  work_started_at: Date | null
  watch_started_at: Date | null
  closed_at: Date | null
  version: number
  rehearsal: boolean
}

const COLUMNS = `p.id, p.number, p.site_id, p.job_id, j.title AS job, j.number AS job_number, p.state, p.place, p.sweep, p.operator_id, o.name AS operator, p.fire_watch_id, f.name AS fire_watch,
  coalesce(f.fire_watch_trained_on IS NOT NULL, false) AS fire_watch_trained, p.valid_from, p.valid_to, p.rule_set, p.watch_minutes, p.findings, i.name AS issued_by, p.issued_at, p.work_started_at, p.watch_started_at, p.closed_at, p.version, p.rehearsal`
const FROM = `permit p JOIN job j ON j.id = p.job_id LEFT JOIN person o ON o.id = p.operator_id LEFT JOIN person f ON f.id = p.fire_watch_id LEFT JOIN person i ON i.id = p.issued_by`

export async function findPermit(db: Db, id: string): Promise<PermitDbRow | null> {
  const { rows } = await db.query<PermitDbRow>(`SELECT ${COLUMNS} FROM ${FROM} WHERE p.id = $1`, [
    id,
  ])
  return rows[0] ?? null
}

/** Hold the permit: one action at a time. */
export async function holdPermit(db: Db, id: string): Promise<void> {
  await db.query('SELECT 1 FROM permit WHERE id = $1 FOR UPDATE', [id])
}

export async function permitsOfJob(db: Db, job: string): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    'SELECT id FROM permit WHERE job_id = $1 ORDER BY number',
    [job],
  )
  return rows.map((row) => row.id)
}

/** Permits on which work was begun or may begin, not yet closed: what the shift bar shows. */
export async function runningPermits(db: Db, site: string): Promise<PermitDbRow[]> {
  const { rows } = await db.query<PermitDbRow>(
    `SELECT ${COLUMNS} FROM ${FROM} WHERE p.site_id = $1 AND p.state NOT IN ('draft', 'closed') AND (p.work_started_at IS NOT NULL OR p.state IN ('issued', 'suspended')) ORDER BY p.number`,
    [site],
  )
  return rows
}

const ORDER = { newest: 'p.created_at DESC, p.number DESC', number: 'p.number' } as const

export async function listPermits(
  db: Db,
  site: string,
  query: PageQuery & { sort: keyof typeof ORDER; state?: PermitState },
  now: Date,
): Promise<Page<PermitDbRow>> {
  return pageOf(
    db,
    query,
    {
      select: COLUMNS,
      // A live permit past its end counts as expired, the same as in core.
      from: `${FROM} WHERE p.site_id = $1 AND ($2::text IS NULL OR $2 = CASE WHEN p.state IN ('issued', 'working', 'suspended') AND p.valid_to <= $3 THEN 'expired' ELSE p.state END) AND (p.place ILIKE $4 OR j.title ILIKE $4 OR coalesce(o.name, '') ILIKE $4 OR coalesce(f.name, '') ILIKE $4 OR p.number::text ILIKE $4)`,
      order: ORDER[query.sort],
      values: [site, query.state ?? null, now],
    },
    (row: PermitDbRow) => row,
  )
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
  ruleSet: RuleSet
  watchMinutes: number
  person: string
  at: Date
  rehearsal: boolean
}

export async function insertPermit(db: Db, row: NewPermit): Promise<void> {
  await db.query(
    "INSERT INTO permit (id, organisation_id, site_id, number, job_id, state, place, operator_id, valid_from, valid_to, rule_set, watch_minutes, created_by, created_at, rehearsal) VALUES ($1, $2, $3, $4, $5, 'draft', $6, $7, $8, $9, $10, $11, $12, $13, $14)",
    [
      row.id,
      row.organisation,
      row.site,
      row.number,
      row.job,
      row.place,
      row.operator,
      row.from,
      row.to,
      row.ruleSet,
      row.watchMinutes,
      row.person,
      row.at,
      row.rehearsal,
    ],
  )
}

export interface DraftChange {
  sweep: object
  operator: string | null
  fireWatch: string | null
  from: Date
  to: Date
  ruleSet: RuleSet
  watchMinutes: number
  version: number
}

export async function updateDraft(db: Db, id: string, row: DraftChange): Promise<boolean> {
  const { rowCount } = await db.query(
    "UPDATE permit SET sweep = $2, operator_id = $3, fire_watch_id = $4, valid_from = $5, valid_to = $6, rule_set = $7, watch_minutes = $8, version = version + 1 WHERE id = $1 AND state = 'draft' AND version = $9",
    [
      id,
      JSON.stringify(row.sweep),
      row.operator,
      row.fireWatch,
      row.from,
      row.to,
      row.ruleSet,
      row.watchMinutes,
      row.version,
    ],
  )
  return rowCount === 1
}

/** The job under a draft changed: what was signed or overridden before no longer counts. */
export async function renewDraft(db: Db, job: string): Promise<void> {
  await db.query("UPDATE permit SET version = version + 1 WHERE job_id = $1 AND state = 'draft'", [
    job,
  ])
}

export async function markIssued(
  db: Db,
  id: string,
  row: { findings: Finding[]; person: string; at: Date },
): Promise<void> {
  await db.query('UPDATE permit SET findings = $2, issued_by = $3, issued_at = $4 WHERE id = $1', [
    id,
    JSON.stringify(row.findings),
    row.person,
    row.at,
  ])
}

export async function setPermitState(
  db: Db,
  id: string,
  row: {
    state: PermitState
    workStartedAt: Date | null
    watchStartedAt: Date | null
    closedAt: Date | null
  },
): Promise<void> {
  await db.query(
    'UPDATE permit SET state = $2, work_started_at = $3, watch_started_at = $4, closed_at = $5 WHERE id = $1',
    [id, row.state, row.workStartedAt, row.watchStartedAt, row.closedAt],
  )
}

export interface EventRow {
  id: string
  kind: 'action' | 'round' | 'sign' | 'override'
  subject: string
  person_id: string | null
  person: string
  at: Date
  note: string | null
  permit_version: number
  audit_seq: number | null
  rehearsal: boolean
}

export async function eventsOf(db: Db, permit: string): Promise<EventRow[]> {
  const { rows } = await db.query<EventRow>(
    "SELECT e.id, e.kind, e.subject, e.person_id, coalesce(p.name, 'Air monitor') AS person, e.at, e.note, e.permit_version, e.audit_seq, e.rehearsal FROM permit_event e LEFT JOIN person p ON p.id = e.person_id WHERE e.permit_id = $1 ORDER BY e.at, e.audit_seq",
    [permit],
  )
  return rows
}

/** Rounds of several permits at once. */
export async function roundsOf(
  db: Db,
  permits: string[],
): Promise<{ permit_id: string; at: Date }[]> {
  const { rows } = await db.query(
    "SELECT permit_id, at FROM permit_event WHERE kind = 'round' AND permit_id = ANY($1) ORDER BY at",
    [permits],
  )
  return rows
}

export async function eventExists(db: Db, id: string): Promise<boolean> {
  const { rowCount } = await db.query('SELECT 1 FROM permit_event WHERE id = $1', [id])
  return rowCount === 1
}

export interface NewEvent {
  id: string
  organisation: string
  permit: string
  kind: EventRow['kind']
  subject: string
  person: string | null
  at: Date
  note: string | null
  version: number
  auditSeq: number
  rehearsal: boolean
}

export async function insertEvent(db: Db, row: NewEvent): Promise<void> {
  await db.query(
    'INSERT INTO permit_event (id, organisation_id, permit_id, kind, subject, person_id, at, note, permit_version, audit_seq, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)',
    [
      row.id,
      row.organisation,
      row.permit,
      row.kind,
      row.subject,
      row.person,
      row.at,
      row.note,
      row.version,
      row.auditSeq,
      row.rehearsal,
    ],
  )
}
