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

/** Permits with their steps, each as JSON text, the newest first. */
export async function permitTexts(
  db: Db,
  { site, before, most }: { site: string; before: number | null; most: number },
): Promise<{ number: number; text: string }[]> {
  const { rows } = await db.query<{ number: number; text: string }>(sql`
    SELECT
      p.number,
      jsonb_build_object(
        'number', p.number,
        'state', p.state,
        'place', p.place,
        'job', jsonb_build_object('number', j.number, 'title', j.title),
        'validFrom', p.valid_from,
        'validTo', p.valid_to,
        'workStartedAt', p.work_started_at,
        'lastArcAt', p.watch_started_at,
        'closedAt', p.closed_at,
        'issuedAt', p.issued_at,
        'issuedBy', i.name,
        'operator', o.name,
        'fireWatch', f.name,
        'ruleSets', p.rule_sets,
        'watchMinutes', p.watch_minutes,
        'monitoringMinutes', p.monitor_minutes,
        'reachMetres', p.reach,
        'heightMetres', p.work_height,
        'sweep', p.sweep,
        'found', p.found,
        'container', p.container,
        'sparks', p.sparks -> 'reach',
        'planVersion', p.plan_version,
        'sketch', p.sketch,
        'rehearsal', p.rehearsal,
        'findings',
        (
          SELECT jsonb_agg(
            jsonb_build_object('code', g ->> 'code', 'level', g ->> 'level', 'sentence', g ->> 'sentence')
          )
          FROM jsonb_array_elements(p.findings) AS g
          WHERE g ->> 'step' = 'fire'
        ),
        'signed',
        (
          SELECT jsonb_agg(
            jsonb_build_object('version', n.version, 'sha256', n.hash, 'at', n.at)
            ORDER BY n.version
          )
          FROM permit_snapshot n
          WHERE n.permit_id = p.id
        ),
        'steps',
        (
          SELECT jsonb_agg(
            jsonb_build_object(
              'kind', e.kind, 'subject', e.subject, 'person', h.name, 'at', e.at, 'note', e.note,
              'audit', e.audit_seq
            )
            ORDER BY e.at, e.audit_seq
          )
          FROM permit_event e LEFT JOIN person h ON h.id = e.person_id
          WHERE e.permit_id = p.id
        )
      )::text AS text
    FROM permit p
      JOIN job j ON j.id = p.job_id
      LEFT JOIN person o ON o.id = p.operator_id
      LEFT JOIN person f ON f.id = p.fire_watch_id
      LEFT JOIN person i ON i.id = p.issued_by
    WHERE p.site_id = ${site} AND (${before}::integer IS NULL OR p.number < ${before})
    ORDER BY p.number DESC
    LIMIT ${most}
  `)
  return rows
}
