import { endAlert, findAlert, holdAlert, insertAnswer, type AlertRow } from '#server/db/alert'
import { alertsToldTo } from '#server/db/message'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { AppError, conflict, notFound } from '#server/errors'
import { isStaff, record, type Actor } from '../actor'
import { tellOver } from './messages'

/** @throws notFound for another site's */
export async function requireAlert(db: Db, actor: Actor, id: string): Promise<AlertRow> {
  const alert = await findAlert(db, actor.site, id)
  if (!alert) throw notFound('alert')
  return alert
}

/** Somebody is on it. Said twice it is said once; what is over needs nobody. */
export const answerAlert = (actor: Actor, id: string): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    const alert = await requireAlert(db, actor, id)
    const isTold = (await alertsToldTo(db, actor.person, [id])).has(id)
    if (!isStaff(actor) && !isTold)
      throw new AppError(403, 'forbidden', 'You were not called for this.')
    if (alert.ended_at) return
    const { organisation, site, person, now } = actor
    if (await insertAnswer(db, { organisation, site, alert: id, person, at: now }))
      await record(db, actor, 'alert_answered', 'alert', id, { kind: alert.kind })
  })

/** A fire alarm is over. Anything else is over when it was seen to. Said twice it is over once. */
export const endFire = (actor: Actor, id: string, note: string): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    const alert = await holdAlert(db, actor.site, id)
    if (!alert) throw notFound('alert')
    if (alert.kind !== 'fire')
      throw conflict('It is over when it was seen to, not when somebody says so.', 'not_over')
    if (alert.ended_at) return
    await endAlert(db, id, actor.now)
    const { organisation, site, now } = actor
    const { time_zone: timeZone } = await findSite(db, site)
    await tellOver(db, { organisation, site, timeZone, now }, alert)
    await record(db, actor, 'fire_over', 'alert', id, { note })
  })
