import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import { findPerson } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import {
  dropPushDevice,
  hasTried,
  listPushDevices,
  putPushDevice,
  setTextNumber,
  textNumberOf,
} from '#server/db/push'
import { findSite } from '#server/db/site'
import { AppError, conflict, fieldError, notFound } from '#server/errors'
import type { pushDeviceBody, reachSchema } from '#shared/alert/schema'
import { record, type Actor } from '../actor'
import { channelsOpen } from './channels'
import { tellTrial } from './messages'
import { endpointFault } from './push'
import { pushKeys } from './push-keys'

/** One person has so many devices that show alerts. */
const MOST_DEVICES = 10
/** Nobody floods a number that they gave as their own, ms. */
const BETWEEN_TRIALS = 60_000

/** How somebody is called. Only they themselves see it. */
export async function readReach(actor: Actor): Promise<z.input<typeof reachSchema>> {
  const { publicKey } = await pushKeys()
  return inOrganisation(actor.organisation, async (db) => ({
    email: (await findPerson(db, actor.person))!.email,
    textNumber: await textNumberOf(db, actor.person),
    channels: channelsOpen(),
    pushKey: publicKey,
    devices: (await listPushDevices(db, actor.person)).map(
      ({ id, name, endpoint, created_at }) => ({
        id,
        name,
        endpoint,
        since: created_at.toISOString(),
      }),
    ),
  }))
}

export const changeTextNumber = (actor: Actor, number: string | null): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    await setTextNumber(db, actor.person, number)
    await record(db, actor, 'text_number_set', 'person', actor.person)
  })

/** Have a device show alerts. Sent twice it is one device. */
export function addDevice(
  actor: Actor,
  body: z.output<typeof pushDeviceBody>,
): Promise<{ id: string }> {
  const fault = endpointFault(body.endpoint)
  if (fault) throw fieldError('endpoint', fault)
  return inOrganisation(actor.organisation, async (db) => {
    const { organisation, person, now } = actor
    const others = (await listPushDevices(db, person)).filter(
      ({ endpoint }) => endpoint !== body.endpoint,
    )
    if (others.length >= MOST_DEVICES)
      throw conflict('Take a device off the list first; there are ten.', 'too_many')
    const id = randomUUID()
    await putPushDevice(db, { ...body, id, organisation, person, at: now })
    await record(db, actor, 'push_device_added', 'person', person, { name: body.name })
    return { id }
  })
}

export const removeDevice = (actor: Actor, id: string): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    if (!(await dropPushDevice(db, id, actor.person))) throw notFound('device')
    await record(db, actor, 'push_device_removed', 'person', actor.person)
  })

/** Send a trial to every address of the own person. */
export const tryReach = (actor: Actor): Promise<{ sent: number }> =>
  inOrganisation(actor.organisation, async (db) => {
    const { organisation, site, person, name, now } = actor
    if (await hasTried(db, person, new Date(now.getTime() - BETWEEN_TRIALS)))
      throw new AppError(429, 'too_many', 'One trial a minute.', undefined, 60)
    const { time_zone: timeZone } = await findSite(db, site)
    const devices = await listPushDevices(db, person)
    const sent = await tellTrial(
      db,
      { organisation, site, timeZone, now },
      {
        person_id: person,
        contact_id: null,
        name,
        circle: 'leads',
        email: (await findPerson(db, person))!.email,
        phone: await textNumberOf(db, person),
        devices: devices.map(({ id }) => id),
      },
    )
    return { sent }
  })
