import { randomUUID } from 'node:crypto'
import { dangerOf } from '#core/gas/danger'
import { endAlert, findAlert, insertAlerts, insertSteps } from '#server/db/alert'
import {
  insertMuster,
  insertMusterGas,
  listWhoIsHere,
  openCylinders,
  openMuster,
  setMusterEnd,
  type MusterRow,
} from '#server/db/muster'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { AppError, conflict } from '#server/errors'
import { isStaff, record, type Actor } from '../actor'
import { isNew } from '../event'
import { tellSteps } from '../alert/messages'
import { siteDay } from '../shop/day'

interface Begun {
  id: string
  drill: boolean
  note: string
}

/**
 * Everybody out: whoever may be here is on the list and is called, in one transaction. Begun twice, or by two at once, it is one; a real
 * alarm ends a drill that runs.
 * @throws AppError 403 for a drill that is not begun by staff, 409 for a drill while a real alarm runs
 */
export const beginMuster = (actor: Actor, { id, drill, note }: Begun): Promise<{ id: string }> => {
  if (drill && !isStaff(actor))
    throw new AppError(403, 'forbidden', 'A drill is begun by a lead or an instructor.')
  return inOrganisation(actor.organisation, async (db) => {
    const { organisation, site, person, now, rehearsal } = actor
    const event = { id, kind: 'muster', of: site, content: { drill, note } }
    const isFirst = await isNew(db, actor, event)
    const running = await openMuster(db, site)
    if (!isFirst) return { id: running?.id ?? id }
    if (running && !(await givesWay(db, actor, running, drill))) return { id: running.id }
    const muster = { id, organisation, site, drill, note, at: now, by: person, rehearsal }
    // Another began it in the same moment.
    if (!(await insertMuster(db, muster))) return { id: (await openMuster(db, site))?.id ?? id }
    const { time_zone: timeZone } = await findSite(db, site)
    const today = siteDay(now, timeZone)
    await listWhoIsHere(db, { organisation, site, muster: id, today, now })
    await insertMusterGas(db, { organisation, muster: id }, await gasToShut(db, site))
    await callEverybody(db, actor, { id, drill, note }, timeZone)
    await record(db, actor, drill ? 'drill_begun' : 'evacuation_begun', 'muster', id, { note })
    return { id }
  })
}

/** Whether the one that runs is ended for the one that is begun. @throws where a drill would come on top of a real alarm */
async function givesWay(
  db: Db,
  actor: Actor,
  running: MusterRow,
  isDrill: boolean,
): Promise<boolean> {
  if (running.drill === isDrill) return false
  if (isDrill) throw conflict('A real alarm runs. No drill now.', 'real_alarm')
  const note = 'A real alarm was raised.'
  await setMusterEnd(db, running.id, { at: actor.now, by: actor.person, note })
  await endAlert(db, running.id, actor.now)
  await record(db, actor, 'drill_over', 'muster', running.id, { note })
  return true
}

/** What stands open somewhere, fuel first. A gas that is not known counts as one that burns. */
async function gasToShut(db: Db, site: string) {
  const cylinders = await openCylinders(db, site)
  return cylinders.map(({ label, gas, parts, place }) => ({
    id: randomUUID(),
    name: `${label}, ${gas}`,
    place: place ?? '',
    fuel: parts === null || dangerOf(parts) === 'fuel',
  }))
}

async function callEverybody(
  db: Db,
  { organisation, site, person, now, rehearsal }: Actor,
  { id, drill, note }: Begun,
  timeZone: string,
): Promise<void> {
  const alert = {
    id,
    kind: drill ? ('drill' as const) : ('evacuation' as const),
    key: `muster ${id}`,
    permit: null,
    device: null,
    since: now,
    by: person,
    note,
    rehearsal,
  }
  await insertAlerts(db, { organisation, site, at: now }, [alert])
  const step = { step: 0, circle: 'everybody', due_at: now, at: now } as const
  await insertSteps(db, { organisation, site }, [{ ...step, alert_id: id }])
  await tellSteps(db, { organisation, site, timeZone, now }, [
    { ...step, alert: (await findAlert(db, site, id))! },
  ])
}
