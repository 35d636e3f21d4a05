import { countdown } from '#core/firewatch/countdown'
import { permitState } from '#core/permit/lifecycle'
import { dueItems, lockedItems } from '#server/db/item'
import { eventsOf, runningPermits, type PermitDbRow } from '#server/db/permit'
import { inOrganisation, type Db } from '#server/db/pool'
import { getClock } from '#server/clock'
import type { Shift } from '#shared/shop/schema'
import type { Actor } from '../actor'
import { lifeOf } from '../permit/life'
import { scopeOf } from './shop'

const DUE_SHOWN = 50

/** What the shift bar shows, in one read. */
export async function readShift(actor: Actor): Promise<Shift> {
  const clock = await getClock()
  return inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const due = await dueItems(db, scope, DUE_SHOWN)
    return {
      now: actor.now.toISOString(), factor: clock.factor,
      // An issued permit that ran out unused is over; one under which work was begun still owes its watch.
      running: (await Promise.all((await runningPermits(db, actor.site)).map(row => running(db, row, actor.now)))).filter(entry => entry.state !== 'expired' || entry.begun),
      locked: (await lockedItems(db, scope)).map(item => ({ id: item.id, kind: item.kind, label: item.label, reason: item.lockReason! })),
      due: due.rows.map(item => ({ id: item.id, kind: item.kind, label: item.label, daysSince: item.daysSince })),
      dueCount: due.total,
    }
  })
}

async function running(db: Db, row: PermitDbRow, now: Date): Promise<Shift['running'][number]> {
  const life = lifeOf(row, await eventsOf(db, row.id))
  const count = life.watchStartedAt === null ? null : countdown({ startedAt: life.watchStartedAt, minutes: life.watchMinutes, rounds: life.rounds }, now.getTime())
  return {
    id: row.id, number: row.number, place: row.place, state: permitState(life, now.getTime()), validTo: row.valid_to.toISOString(), fireWatch: row.fire_watch, begun: row.work_started_at !== null,
    endsAt: count ? new Date(count.endsAt).toISOString() : null, nextRoundAt: count ? new Date(count.nextRoundAt).toISOString() : null,
  }
}
