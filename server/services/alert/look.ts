import { randomUUID } from 'node:crypto'
import { ladder, reached, type Climb } from '#core/alert/ladder'
import { monitorNeed, permitNeeds, type Need } from '#core/alert/needs'
import type { AlertRules } from '#core/alert/rules'
import {
  answersOf,
  endAlert,
  insertAlert,
  insertSteps,
  openAlerts,
  stepsOf,
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
    const climbs = await climbsOf(db, open)
    const moments = needs.map(({ since }) => since).filter((since) => since > now.getTime())
    for (const alert of open) {
      const nextAt = isSeenTo(alert, needs)
        ? await end(db, office, alert)
        : await climb(db, office, alert, { climb: climbs.get(alert.id)!, rules })
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
  { climb: before, rules }: { climb: Climb; rules: AlertRules },
): Promise<number | null> {
  const at = office.now
  const steps = ladder(before, rules)
  const count = reached(before, rules, at.getTime())
  const fresh = steps
    .slice(0, count)
    .map(({ circle, at: due }, step) => ({ step, circle, due_at: new Date(due), at }))
    .slice(before.taken.length)
  if (fresh.length > 0) {
    await insertSteps(db, { organisation: office.organisation, alert: alert.id }, fresh)
    await tellStep(db, office, alert, fresh.at(-1)!)
  }
  const taken = [...before.taken, ...fresh.map(() => at.getTime())]
  return ladder({ ...before, taken }, rules)[taken.length]?.at ?? null
}

/** What became of each alert so far. */
export async function climbsOf(db: Db, alerts: readonly AlertRow[]): Promise<Map<string, Climb>> {
  const ids = alerts.map(({ id }) => id)
  const steps = await stepsOf(db, ids)
  const answers = await answersOf(db, ids)
  const of = (rows: readonly { alert_id: string; at: Date }[], id: string): number[] =>
    rows.filter(({ alert_id }) => alert_id === id).map(({ at }) => at.getTime())
  return new Map(
    alerts.map(({ id, kind, since }) => [
      id,
      { kind, since: since.getTime(), taken: of(steps, id), answers: of(answers, id) },
    ]),
  )
}
