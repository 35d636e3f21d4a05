import { permitState, watchOwed } from '#core/permit/lifecycle'
import { findAlert, insertAlerts, insertSteps } from '#server/db/alert'
import { lookIfUnseen, putSeen } from '#server/db/alert-watch'
import { inOrganisation, type Db } from '#server/db/pool'
import { findPermit } from '#server/db/permit'
import { watchHolds } from '#server/db/sign-in'
import { findSite } from '#server/db/site'
import { notFound } from '#server/errors'
import { record, type Actor } from '../actor'
import { isNew } from '../event'
import { countsAt, lateDetails } from '../late/late'
import { lifeFrom, lifeOf } from '../permit/life'
import { applyTransition, hold, type HeldPermit } from '../permit/step'
import { siteClock } from '../shop/day'
import { tellSteps } from './messages'

/**
 * Somebody at a watch saw a fire: the work stops, and everybody is called in the same transaction. Sent again it is one alarm.
 * An alarm is never refused for the state of a permit.
 */
export const raiseFire = (
  actor: Actor,
  permit: string,
  { eventId, note = '' }: { eventId: string; note?: string },
): Promise<{ id: string }> =>
  inOrganisation(actor.organisation, async (db) => {
    const event = { id: eventId, kind: 'fire', of: permit, content: { note } }
    if (!(await isNew(db, actor, event))) return { id: eventId }
    const held = await hold(db, permit)
    if (held.row.site_id !== actor.site) throw notFound('permit')
    const { organisation, site, person, now, rehearsal } = actor
    const { time_zone: timeZone } = await findSite(db, site)
    const says = [...lateText(actor, timeZone), note]
      .filter(Boolean)
      .join(' ')
      .slice(0, LONGEST_NOTE)
    await stopWork(db, actor, held, says)
    await insertAlerts(db, { organisation, site, at: now }, [
      {
        id: eventId,
        kind: 'fire',
        key: `${permit} fire ${eventId}`,
        permit,
        device: null,
        since: now,
        by: person,
        note: says,
        rehearsal,
      },
    ])
    const step = { step: 0, circle: 'everybody', due_at: now, at: now } as const
    await insertSteps(db, { organisation, site }, [{ ...step, alert_id: eventId }])
    const alert = (await findAlert(db, site, eventId))!
    await tellSteps(db, { organisation, site, timeZone, now }, [{ ...step, alert }])
    await record(db, actor, 'fire_raised', 'permit', permit, {
      number: held.row.number,
      note,
      ...(actor.late && { late: lateDetails(actor.late) }),
    })
    return { id: eventId }
  })

/** As long as an alert may say; the audit has the whole. */
const LONGEST_NOTE = 500

/** That it was raised before, where the phone had no signal. */
function lateText(actor: Actor, timeZone: string): string[] {
  if (!actor.late) return []
  const at = countsAt(actor)
  return [
    at
      ? `Raised ${siteClock(at, timeZone)} on a phone without a signal.`
      : 'Raised before on a phone without a signal, it is not known when.',
  ]
}

async function stopWork(db: Db, actor: Actor, held: HeldPermit, note: string): Promise<void> {
  const state = permitState(lifeOf(held), actor.now.getTime())
  if (state !== 'issued' && state !== 'working') return
  await applyTransition(db, actor, held, 'suspend', {
    id: crypto.randomUUID(),
    note: ['Fire alarm.', note].filter(Boolean).join(' '),
  })
}

/** The watch of a permit is on a screen of somebody who is named on it. Nothing is put on record but when it last was. */
export const noteSeen = (actor: Actor, permit: string, device: string): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    const row = await findPermit(db, permit)
    if (row?.site_id !== actor.site) throw notFound('permit')
    const { organisation, person, now, signIn } = actor
    const isNamed = await putSeen(db, { organisation, permit, device, person, at: now })
    // Nobody is signed out in the middle of a watch, with a signal or without.
    if (isNamed && signIn && watchOwed(lifeFrom(row, []))) await watchHolds(db, signIn)
    await lookIfUnseen(db, actor.site)
  })
