import { randomBytes, randomUUID } from 'node:crypto'
import { insertDevice, listDevices, revokeDevice, type DeviceRow } from '#server/db/monitor'
import { inOrganisation } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { fieldError, notFound } from '#server/errors'
import type { z } from 'zod'
import type { deviceSchema } from '#shared/monitor/schema'
import { record, type Actor } from '../actor'
import { hashToken } from '../sign-in/token'

type Device = z.input<typeof deviceSchema>
export const toDevice = (row: DeviceRow): Device => ({
  id: row.id,
  name: row.name,
  stationId: row.station_id,
  station: row.station,
  lastAt: row.last_at?.toISOString() ?? null,
  revoked: row.revoked_at !== null,
})

export const readDevices = (actor: Actor): Promise<Device[]> =>
  inOrganisation(actor.organisation, async (db) =>
    (await listDevices(db, actor.site, null)).map(toDevice),
  )

/** A new monitor; only the hash of its token is kept. */
export function addDevice(
  actor: Actor,
  body: { name: string; stationId: string },
): Promise<{ id: string; token: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await listStations(db, actor.site)).some((station) => station.id === body.stationId))
      throw fieldError('stationId', 'There is no such station.')
    const id = randomUUID()
    const token = `zd_${randomBytes(24).toString('base64url')}`
    await insertDevice(db, {
      id,
      organisation: actor.organisation,
      site: actor.site,
      station: body.stationId,
      name: body.name,
      hash: hashToken(token),
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'monitor_added', 'device', id, {
      name: body.name,
      station: body.stationId,
    })
    return { id, token }
  })
}

export function dropDevice(actor: Actor, id: string): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await revokeDevice(db, id, actor.now))) throw notFound('monitor')
    await record(db, actor, 'monitor_revoked', 'device', id)
  })
}
