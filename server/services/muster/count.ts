import type { Count } from '#core/muster/muster'
import { endAlert, findAlert } from '#server/db/alert'
import {
  addPerson,
  gasOfMuster,
  holdMuster,
  peopleOfMuster,
  setCount,
  setMusterEnd,
  setShut,
  type MusterRow,
} from '#server/db/muster'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { conflict, fieldError, notFound } from '#server/errors'
import { record, type Actor } from '../actor'
import { tellOver } from '../alert/messages'
import { isNew } from '../event'

type Done = Promise<{ ok: true }>
const DONE = { ok: true } as const

/** Change a muster that runs. @throws 404 for another site's, 409 once it is over */
const change = (
  actor: Actor,
  id: string,
  work: (db: Db, muster: MusterRow) => Promise<void>,
): Done =>
  inOrganisation(actor.organisation, async (db) => {
    const muster = await holdMuster(db, actor.site, id)
    if (!muster) throw notFound('muster')
    if (muster.ended_at) throw conflict('It is over: its report stays as it is.', 'over')
    await work(db, muster)
    return DONE
  })

/** Put somebody on the list. Sent twice they are on it once. */
export const addToMuster = (
  actor: Actor,
  muster: string,
  { id, name }: { id: string; name: string },
): Done =>
  change(actor, muster, async (db) => {
    if (!(await isNew(db, actor, { id, kind: 'muster_person', of: muster, content: { name } })))
      return
    const why = `Added by ${actor.name}`
    await addPerson(db, { id, organisation: actor.organisation, muster, name, why })
    await record(db, actor, 'muster_added', 'muster', muster, { name })
  })

/** Somebody is out, or away, or not counted after all. Said twice it is said once. */
export const countMuster = (
  actor: Actor,
  muster: string,
  { who, count }: { who: string; count: Count | null },
): Done =>
  change(actor, muster, async (db) => {
    const as = count && { as: count, at: actor.now, by: actor.person }
    if (await setCount(db, muster, who, as)) {
      await record(db, actor, 'muster_counted', 'muster', muster, { who, count })
      return
    }
    const known = await peopleOfMuster(db, muster)
    if (!known.some(({ id }) => id === who)) throw fieldError('who', 'Not on this list.')
  })

/** Some gas is shut, or not after all. Said twice it is said once. */
export const shutGas = (
  actor: Actor,
  muster: string,
  { gas, isShut }: { gas: string; isShut: boolean },
): Done =>
  change(actor, muster, async (db) => {
    const shut = isShut ? { at: actor.now, by: actor.person } : null
    if (await setShut(db, muster, gas, shut)) {
      await record(db, actor, 'muster_gas', 'muster', muster, { gas, isShut })
      return
    }
    const known = await gasOfMuster(db, muster)
    if (!known.some(({ id }) => id === gas)) throw fieldError('gas', 'Not on this list.')
  })

/** It is over; everybody who was called away hears it. Said twice it is over once. */
export const endMuster = (actor: Actor, id: string, note: string): Done =>
  inOrganisation(actor.organisation, async (db) => {
    const muster = await holdMuster(db, actor.site, id)
    if (!muster) throw notFound('muster')
    if (muster.ended_at) return DONE
    const { organisation, site, person, now } = actor
    await setMusterEnd(db, id, { at: now, by: person, note })
    const alert = await findAlert(db, site, id)
    if (alert && !alert.ended_at) {
      await endAlert(db, id, now)
      const { time_zone: timeZone } = await findSite(db, site)
      await tellOver(db, { organisation, site, timeZone, now }, alert)
    }
    await record(db, actor, muster.drill ? 'drill_over' : 'evacuation_over', 'muster', id, { note })
    return DONE
  })
