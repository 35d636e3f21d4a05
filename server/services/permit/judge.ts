import type { Finding } from '#core/finding/finding'
import { judgeFire } from '#core/firewatch/fire'
import type { InReach } from '#core/firewatch/reach-map'
import { gates, type Gates, type Override } from '#core/permit/gates'
import { findJob } from '#server/db/job'
import type { EventRow } from '#server/db/permit'
import type { Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import type { Actor } from '../actor'
import { findingsOfJob } from '../job/job'
import { inReachOf } from './place'
import { rulesOf } from './rules'
import type { HeldPermit } from './step'

/** What a permit is judged by, as everything stands now. */
export interface Judged {
  findings: Finding[]
  gates: Gates
  designated: boolean
  /** What the plan shows within reach; null: the place is not on it. */
  inReach: InReach[] | null
}

/** Judge a permit: the job eyes to gear, then the place and the people. Many reads; only issue, start and reading need it. */
export async function judgePermit(
  db: Db,
  actor: Actor,
  { row, events }: HeldPermit,
): Promise<Judged> {
  const job = (await findJob(db, row.job_id))!
  const site = await findSite(db, row.site_id)
  const rules = rulesOf(site, row.rule_sets, row.valid_from)
  const inReach = await inReachOf(db, row.site_id, row.work, rules.reach.value)
  const fire = judgeFire({
    inReach,
    designated: job.designated,
    sweep: row.sweep,
    operator: row.operator_id,
    fireWatch: row.fire_watch_id,
    fireWatchTrained: row.fire_watch_trained,
    validFrom: row.valid_from.getTime(),
    validTo: row.valid_to.getTime(),
    shiftHours: site.shift_hours,
    rules,
    written: {
      watch: row.watch_minutes,
      monitoring: row.monitor_minutes,
      reach: row.reach,
    },
  })
  const findings = [...(await findingsOfJob(db, actor, job)), ...fire]
  return {
    findings,
    gates: gates(findings, overridesOf(events, row.version)),
    designated: job.designated,
    inReach,
  }
}

/** Overrides, like signatures, count for the draft as it was then: another figure needs another reason. */
const overridesOf = (events: readonly EventRow[], version: number): Override[] =>
  events
    .filter((event) => event.kind === 'override' && event.permit_version === version)
    .map((event) => ({ code: event.subject, reason: event.note ?? '' }))
