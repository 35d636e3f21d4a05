import { randomUUID } from 'node:crypto'
import { SAID_TO_BE_OVER } from '#core/alert/kinds'
import { ladder, reached, type Climb } from '#core/alert/ladder'
import { monitorNeed, permitNeeds, type Need } from '#core/alert/needs'
import type { AlertRules } from '#core/alert/rules'
import {
  answersOf,
  endAlert,
  insertAlerts,
  insertSteps,
  openAlerts,
  stepsOf,
  type AlertRow,
  type StepRow,
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
import { tellOver, tellSteps, type Office } from './messages'

/** Whatever else is due, a site at which something is watched is looked at so often, ms. */
const LONGEST = 15_000
/** So many alerts are acted on in one transaction, so that the first of them are called for at once. */
const AT_ONCE = 50
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
 * @returns whether there is more to be done at once
 */
export const lookAtSite = (
  { organisation, site }: { organisation: string; site: string },
  now: Date,
): Promise<boolean> =>
  inOrganisation(organisation, async (db) => {
    const asked = await holdLook(db, site, now)
    if (asked === null) return false
    const rules = await findAlertRules(db, site)
    const { time_zone: timeZone } = await findSite(db, site)
    const office = { organisation, site, timeZone, now }
    const needs = await needsOf(db, office, rules)
    await raise(db, office, needs)
    const open = await openAlerts(db, site)
    const climbs = await climbsOf(db, open)
    const moments = needs.map(({ since }) => since).filter((since) => since > now.getTime())
    const turns = open.map((alert) => ({
      alert,
      ...turnOf(alert, { needs, climb: climbs.get(alert.id)!, rules, now }),
    }))
    const toDo = turns.filter(({ isOver, fresh }) => isOver || fresh.length > 0)
    await act(db, office, toDo.slice(0, AT_ONCE))
    moments.push(...turns.flatMap(({ nextAt }) => nextAt ?? []))
    // The rest in a transaction of its own, right after.
    if (toDo.length > AT_ONCE) moments.push(now.getTime())
    const isWatched = needs.length > 0 || open.length > 0
    const next = Math.min(now.getTime() + LONGEST, ...moments)
    await setLook(db, site, { at: isWatched ? new Date(next) : null, asked })
    return next <= now.getTime()
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
  roundsUntil: row.rounds_until?.getTime() ?? null,
  seenAt: row.seen_at?.getTime() ?? null,
  detectorsOut: row.detectors_out,
})

const raise = (db: Db, { organisation, site, now }: Office, needs: readonly SiteNeed[]) =>
  insertAlerts(
    db,
    { organisation, site, at: now },
    needs
      .filter(({ since }) => since <= now.getTime())
      .map(({ kind, key, permit, device, since, rehearsal }) => ({
        id: randomUUID(),
        kind,
        key,
        permit,
        device,
        since: new Date(since),
        by: null,
        note: '',
        rehearsal,
      })),
  )

/** Whether nothing asks for it any more. */
const isSeenTo = ({ kind, key }: AlertRow, needs: readonly SiteNeed[]): boolean =>
  !SAID_TO_BE_OVER.includes(kind) && !needs.some((need) => need.key === key)

/** What is to be done about an alert now, and when it is looked at next. */
interface Turn {
  isOver: boolean
  /** It turned into something worse: nobody is told that it is over. */
  isWorse: boolean
  fresh: Omit<StepRow, 'alert_id'>[]
  nextAt: number | null
}

function turnOf(
  alert: AlertRow,
  {
    needs,
    climb: before,
    rules,
    now,
  }: {
    needs: readonly SiteNeed[]
    climb: Climb
    rules: AlertRules
    now: Date
  },
): Turn {
  const isOver = isSeenTo(alert, needs)
  const isWorse = isOver && turnedWorse(alert, needs, now)
  if (isOver) return { isOver, isWorse, fresh: [], nextAt: null }
  const fresh = ladder(before, rules)
    .slice(0, reached(before, rules, now.getTime()))
    .map(({ circle, at: due }, step) => ({ step, circle, due_at: new Date(due), at: now }))
    .slice(before.taken.length)
  const taken = [...before.taken, ...fresh.map(() => now.getTime())]
  const next = ladder({ ...before, taken }, rules)[taken.length]
  return { isOver, isWorse, fresh, nextAt: next?.at ?? null }
}

/** A permit that was about to run out did, with the work going on. */
const turnedWorse = (alert: AlertRow, needs: readonly SiteNeed[], now: Date): boolean =>
  alert.kind === 'expiring' &&
  needs.some(
    ({ kind, permit, since }) =>
      kind === 'overrun' && permit === alert.permit_id && since <= now.getTime(),
  )

/** End what was seen to, and call for the rest. Of several steps at once, as after an outage, only the last calls: it calls everybody whom the others would have called. */
async function act(
  db: Db,
  office: Office,
  turns: readonly (Turn & { alert: AlertRow })[],
): Promise<void> {
  for (const { alert, isWorse } of turns.filter(({ isOver }) => isOver)) {
    await endAlert(db, alert.id, office.now)
    if (!isWorse) await tellOver(db, office, alert)
  }
  const climbing = turns.filter(({ isOver }) => !isOver)
  await insertSteps(
    db,
    office,
    climbing.flatMap(({ alert, fresh }) => fresh.map((step) => ({ ...step, alert_id: alert.id }))),
  )
  await tellSteps(
    db,
    office,
    climbing.map(({ alert, fresh }) => ({ alert, ...fresh.at(-1)! })),
  )
}

/** What became of each alert so far. */
async function climbsOf(db: Db, alerts: readonly AlertRow[]): Promise<Map<string, Climb>> {
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
