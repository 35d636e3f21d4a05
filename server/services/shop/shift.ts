import { dayAfter } from '#core/calendar/day'
import { REMIND_DAYS } from '#core/people/reminders'
import { fitTestUntil } from '#core/respirator/fit'
import { countdown } from '#core/firewatch/countdown'
import { permitState, watchOf } from '#core/permit/lifecycle'
import { lockedGear } from '#server/db/gear'
import { countDue, dueLooks } from '#server/db/look'
import { runningPermits, type PermitDbRow } from '#server/db/permit'
import { roundsOf } from '#server/db/permit-event'
import { expiringPeople, type Expiring } from '#server/db/person'
import { openAlarms } from '#server/db/monitor'
import { inOrganisation, type Db } from '#server/db/pool'
import { countToOrder } from '#server/db/stock'
import { sessionsOn } from '#server/db/session'
import { getClock } from '#server/clock'
import type { Shift } from '#shared/shop/schema'
import type { Actor } from '../actor'
import { lifeFrom } from '../permit/life'
import { mayKnow } from '../privacy'
import { scopeOf } from './shop'

const DUE_SHOWN = 50
/** Beyond it the shift bar says that there are more. */
const DUE_COUNTED = 999

/** What the shift bar shows, in one read. */
export async function readShift(actor: Actor): Promise<Shift> {
  const clock = await getClock()
  return inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const dueBy = { ...scope, until: scope.today }
    const due = await dueLooks(db, dueBy, { most: DUE_SHOWN, offset: 0 })
    return {
      now: actor.now.toISOString(),
      factor: clock.factor,
      running: await runningNow(db, actor),
      locked: (await lockedGear(db, scope)).map((gear) => ({
        id: gear.id,
        kind: gear.kind,
        label: gear.label,
        reason: gear.lockReason!,
      })),
      due: due.map((look) => ({
        id: look.item_id,
        kind: look.kind,
        label: look.label,
        occasion: look.occasion,
        everyDays: look.every_days,
        dueOn: look.due_on,
      })),
      dueCount: await countDue(db, dueBy, DUE_COUNTED),
      expiring: (await expiringPeople(db, actor.site, dayAfter(scope.today, REMIND_DAYS)))
        .filter((person) => mayKnow(actor, person.person_id))
        .flatMap((person) => expiries(person, scope.today)),
      sessions: await sessionsOn(db, actor.site, scope.today),
      alarms: (await openAlarms(db, actor.site)).map((alarm) => ({
        id: alarm.id,
        kind: alarm.kind,
        placeName: alarm.place_name,
        stationId: alarm.station_id,
        jobId: alarm.job_id,
        at: alarm.at.toISOString(),
      })),
      reorder: await countToOrder(db, actor.site),
    }
  })
}

/** What of a person's record runs out within the time of reminders. */
function expiries(person: Expiring, today: string): Shift['expiring'] {
  const last = dayAfter(today, REMIND_DAYS)
  const dates = [
    ['respirator', person.respirator_until],
    ['fit_test', person.fit_test_on && fitTestUntil(person.fit_test_on)],
  ] as const
  return dates.flatMap(([what, on]) =>
    on && on <= last ? [{ personId: person.person_id, name: person.name, what, on }] : [],
  )
}

/** Permits that run. An issued one that ran out unused is over; one under which work was begun still owes its watch. */
export async function runningNow(db: Db, actor: Actor): Promise<Shift['running']> {
  const rows = await runningPermits(db, actor.site)
  const rounds = await roundsOf(db, rows)
  return rows
    .map((row) =>
      running(
        row,
        rounds.filter((round) => round.permit_id === row.id).map((round) => round.at.getTime()),
        actor,
      ),
    )
    .filter((entry) => entry.state !== 'expired' || entry.begun)
}

function running(
  row: PermitDbRow,
  rounds: number[],
  { now, person }: Actor,
): Shift['running'][number] {
  const life = lifeFrom(row, rounds)
  const count =
    life.watchStartedAt === null
      ? null
      : countdown(watchOf(life, life.watchStartedAt), now.getTime())
  return {
    id: row.id,
    number: row.number,
    place: row.place,
    state: permitState(life, now.getTime()),
    validTo: row.valid_to.toISOString(),
    fireWatch: row.fire_watch,
    mine:
      [row.fire_watch_id, row.operator_id].includes(person) ||
      row.watchers.some(({ personId }) => personId === person),
    begun: row.work_started_at !== null,
    stationId: row.station_id,
    reach: row.reach,
    endsAt: count ? new Date(count.endsAt).toISOString() : null,
    nextRoundAt: count ? new Date(count.nextRoundAt).toISOString() : null,
  }
}
