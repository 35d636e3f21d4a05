import type { Finding } from '#core/finding/finding'
import { judgeFire } from '#core/firewatch/fire'
import type { ContainerCheck } from '#core/firewatch/container'
import { isOutdoors } from '#core/firewatch/spark-query'
import { lookReach, type NotReckoned, type SparkReach } from '#core/firewatch/spark-reach'
import { nearbyHelp, type Help } from '#core/firewatch/nearby'
import type { InReach } from '#core/firewatch/reach-map'
import { gates, type Gates, type Override } from '#core/permit/gates'
import type { JobSpec } from '#core/job/job'
import { findJob } from '#server/db/job'
import { findSnapshot } from '#server/db/permit-snapshot'
import type { Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import type { ContainerBody } from '#shared/permit/container'
import type { Permit } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { findingsOfJob } from '../job/job'
import { isDesignated } from '../shop/hot-work'
import { groundOf, inReachOf } from './ground'
import { aroundPermit } from './people'
import { extinguishersOf } from './extinguishers'
import { hoursOf } from './hours'
import { rulesOf } from './rules'
import { snapshotOf } from './snapshot'
import { sparksOf } from './sparks'
import type { HeldPermit } from './step'

/** What a permit is judged by, as everything stands now. */
export interface Judged {
  findings: Finding[]
  gates: Gates
  designated: boolean
  /** What the plan shows within reach; null: the place is not on it. */
  inReach: InReach[] | null
  /** What is nearest when it burns. */
  helps: Help[] | null
  sparks: SparkReach | NotReckoned
  arc: Permit['arc']
  /** Of what is signed. */
  hash: string
}

/**
 * Judge a permit: the job eyes to gear, then the place and the people. Many reads; only issue, start and reading need it.
 * Eyes are those of the operator who is named on it.
 */
export async function judgePermit(
  db: Db,
  by: Pick<Actor, 'site' | 'now'>,
  held: HeldPermit,
): Promise<Judged> {
  const { row } = held
  const job = (await findJob(db, row.job_id))!
  const site = await findSite(db, row.site_id)
  const rules = rulesOf(site, row.rule_sets, row.valid_from)
  const ground = await groundOf(db, row)
  const place = { job: job.spec, ground, work: row.work, height: row.work_height }
  const sparks = sparksOf(row, { ...place, seed: row.number })
  const floor = ground?.plan.floors.find(({ id }) => id === row.work?.floor) ?? null
  const designated = await isDesignated(db, row.site_id, job)
  const inReach = inReachOf(ground, row.work, lookReach(sparks, rules.reach.value))
  const fire = judgeFire({
    inReach,
    designated,
    extinguishers: await extinguishersOf(db, by, { row, job, ground, inReach }),
    sweep: row.sweep,
    seenBy: namesOf(row.seen),
    work: row.work,
    found: row.found,
    ...(await aroundPermit(db, row, job, by.now)),
    validFrom: row.valid_from.getTime(),
    validTo: row.valid_to.getTime(),
    now: by.now.getTime(),
    isOutdoors: isOutdoors(job.spec, floor),
    container: row.container && asCheck(row.container),
    hours: hoursOf(row, site),
    sparks,
    shiftHours: site.shift_hours,
    rules,
    written: {
      watch: row.watch_minutes,
      monitoring: row.monitor_minutes,
      reach: row.reach,
    },
  })
  const findings = [
    ...(await findingsOfJob(db, by, { ...job, welder_id: row.operator_id ?? job.welder_id })),
    ...fire,
  ]
  return {
    findings,
    gates: gates(findings, overridesOf(held)),
    designated,
    inReach,
    helps: row.work && ground ? nearbyHelp(ground.plan, row.work) : null,
    sparks,
    arc: arcOf(job.spec),
    hash: (await findSnapshot(db, row.id, row.version))?.hash ?? snapshotOf(row, job).hash,
  }
}

const namesOf = (seen: HeldPermit['row']['seen']): Record<string, string> =>
  Object.fromEntries(Object.entries(seen).map(([line, by]) => [line, by!.name]))

const arcOf = ({ process, amps, air: { space, wind } }: JobSpec): Permit['arc'] => ({
  process,
  amps,
  space,
  wind,
})

const asCheck = ({ testedAt, ...told }: ContainerBody): ContainerCheck => ({
  ...told,
  testedAt: testedAt === null ? null : Date.parse(testedAt),
})

/** Overrides count for the draft as it was then: another figure needs another reason. Those of its issue stay. */
function overridesOf({ row, events }: HeldPermit): Override[] {
  const issue = events.find(({ kind, subject }) => kind === 'action' && subject === 'issue')
  const version = issue?.permit_version ?? row.version
  return events
    .filter((event) => event.kind === 'override' && event.permit_version === version)
    .map((event) => ({ code: event.subject, reason: event.note ?? '' }))
}
