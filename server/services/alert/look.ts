import { randomUUID } from 'node:crypto'
import { ladder, reached } from '#core/alert/ladder'
import { monitorNeed, permitNeeds, type Need } from '#core/alert/needs'
import type { AlertRules } from '#core/alert/rules'
import {
  answersOf,
  endAlert,
  insertAlert,
  insertSteps,
  openAlerts,
  type AlertRow,
} from '#server/db/alert'
import { findAlertRules } from '#server/db/alert-rule'
import {
  heardMonitors,
  holdLook,
  setLook,
  watchedPermits,
  type WatchedRow,
} from '#server/db/alert-watch'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { monitoringOf } from '../permit/life'
import { tellOver, tellStep, type Office } from './messages'

/** Whatever else is due, a site at which something is watched is looked at so often, ms. */
const LONGEST = 15_000
/** A monitor that was not heard of for so long is put away, not silent, ms. */
const PUT_AWAY = 12 * 3_600_000

/** A need of this site, with what it is a need of. */
interface SiteNeed extends Need {
  permit: string | null
  device: string | null
  rehearsal: boolean
}

/**
 * Look at a site whose time has come: raise what is needed, call whom the time has come to call, end what was seen to.
 * In one transaction with the messages and the time of the next look. Twice at once, the second goes by; cut off, it is taken again.
 */
export const lookAtSite = (
  { organisation, site }: { organisation: string; site: string },
  now: Date,
): Promise<void> =>
  inOrganisation(organisation, async (db) => {
    if (!(await holdLook(db, site, now))) return
    const rules = await findAlertRules(db, site)
    const { time_zone: timeZone } = await findSite(db, site)
    const office = { organisation, site, timeZone, now }
    const needs = await needsOf(db, office, rules)
    await raise(db, office, needs)
    const open = await openAlerts(db, site)
    const answers = await answersOf(
      db,
      open.map(({ id }) => id),
    )
    const moments = needs.map(({ since }) => since).filter((since) => since > now.getTime())
    for (const alert of open) {
      const answered = answers.filter(({ alert_id }) => alert_id === alert.id)
      const nextAt = isSeenTo(alert, needs)
        ? await end(db, office, alert)
        : await climb(db, office, alert, {
            rules,
            answered: answered.map(({ at }) => at.getTime()),
          })
      if (nextAt !== null) moments.push(nextAt)
    }
    const isWatched = needs.length > 0 || open.length > 0
    const next = Math.min(now.getTime() + LONGEST, ...moments)
    await setLook(db, site, isWatched ? new Date(next) : null)
  })

async function needsOf(db: Db, { site, now }: Office, rules: AlertRules): Promise<SiteNeed[]> {
  const permits = await watchedPermits(db, site)
  const monitors = await heardMonitors(db, site, new Date(now.getTime() - PUT_AWAY))
  return [
    ...permits.flatMap((row) =>
      permitNeeds(toWatched(row), rules, now.getTime()).map((need) => ({
        ...need,
        key: `${row.id} ${need.key}`,
        permit: row.id,
        device: null,
        rehearsal: row.rehearsal,
      })),
    ),
    ...monitors.map(({ id, heard_at, rehearsal }) => {
      const need = monitorNeed(heard_at.getTime(), rules, now.getTime())
      return { ...need, key: `${id} ${need.key}`, permit: null, device: id, rehearsal }
    }),
  ]
}

const toWatched = (row: WatchedRow) => ({
  life: {
    state: row.state,
    validTo: row.valid_to.getTime(),
    workStartedAt: row.work_started_at.getTime(),
    watchStartedAt: row.watch_started_at?.getTime() ?? null,
    watchMinutes: row.watch_minutes,
    monitoring: monitoringOf(row),
    rounds: row.rounds.map((at) => at.getTime()),
  },
  seenAt: row.seen_at?.getTime() ?? null,
  detectorsOut: row.detectors_out,
})

async function raise(db: Db, office: Office, needs: readonly SiteNeed[]): Promise<void> {
  const { organisation, site, now } = office
  for (const need of needs.filter(({ since }) => since <= now.getTime()))
    await insertAlert(db, {
      id: randomUUID(),
      organisation,
      site,
      kind: need.kind,
      key: need.key,
      permit: need.permit,
      device: need.device,
      since: new Date(need.since),
      at: now,
      by: null,
      note: '',
      rehearsal: need.rehearsal,
    })
}

/** A fire is over when somebody says so; anything else when nothing asks for it any more. */
const isSeenTo = ({ kind, key }: AlertRow, needs: readonly SiteNeed[]): boolean =>
  kind !== 'fire' && !needs.some((need) => need.key === key)

async function end(db: Db, office: Office, alert: AlertRow): Promise<null> {
  await endAlert(db, alert.id, office.now)
  await tellOver(db, office, alert)
  return null
}

/** Take the steps that are reached. Of several at once, as after an outage, only the last calls: it calls everybody whom the others would have called. */
async function climb(
  db: Db,
  office: Office,
  alert: AlertRow,
  { rules, answered }: { rules: AlertRules; answered: readonly number[] },
): Promise<number | null> {
  const at = office.now
  const steps = ladder({ kind: alert.kind, since: alert.since.getTime() }, rules, answered)
  const now = reached(steps, at.getTime())
  if (now.steps > alert.steps) {
    const taken = steps
      .slice(0, now.steps)
      .map(({ circle, at: due }, step) => ({ step, circle, due_at: new Date(due), at }))
      .slice(alert.steps)
    await insertSteps(db, { organisation: office.organisation, alert: alert.id }, taken)
    await tellStep(db, office, alert, taken.at(-1)!)
  }
  return now.nextAt
}
