import sql from 'sql-template-tag'
import type { RuleSet } from '#core/firewatch/rule-sets.table'
import type { PermitState } from '#core/permit/lifecycle'
import type { Db } from './pool'

/** A permit as one line of a table. */
export interface PermitTableRow {
  number: number
  state: PermitState
  place: string
  job: string
  operator: string | null
  fire_watch: string | null
  issued_by: string | null
  valid_from: Date
  valid_to: Date
  work_started_at: Date | null
  watch_started_at: Date | null
  closed_at: Date | null
  watch_minutes: number
  rounds: number
  overrides: number
  suspensions: number
  rule_sets: RuleSet[]
  rehearsal: boolean
}

/** Older ones are read page by page. */
const MOST = 20_000

export async function permitTableRows(db: Db, site: string): Promise<PermitTableRow[]> {
  const { rows } = await db.query<PermitTableRow>(sql`
    SELECT
      p.number, p.state, p.place, j.title AS job, o.name AS operator, f.name AS fire_watch,
      i.name AS issued_by, p.valid_from, p.valid_to, p.work_started_at, p.watch_started_at,
      p.closed_at, p.watch_minutes, p.rule_sets, p.rehearsal,
      coalesce(e.rounds, 0) AS rounds,
      coalesce(e.overrides, 0) AS overrides,
      coalesce(e.suspensions, 0) AS suspensions
    FROM permit p
      JOIN job j ON j.id = p.job_id
      LEFT JOIN person o ON o.id = p.operator_id
      LEFT JOIN person f ON f.id = p.fire_watch_id
      LEFT JOIN person i ON i.id = p.issued_by
      LEFT JOIN (
        SELECT
          permit_id,
          (count(*) FILTER (WHERE kind = 'round'))::integer AS rounds,
          (count(*) FILTER (WHERE kind = 'override'))::integer AS overrides,
          (count(*) FILTER (WHERE kind = 'action' AND subject = 'suspend'))::integer AS suspensions
        FROM permit_event
        GROUP BY permit_id
      ) e ON e.permit_id = p.id
    WHERE p.site_id = ${site}
    ORDER BY p.number DESC
    LIMIT ${MOST}
  `)
  return rows
}
