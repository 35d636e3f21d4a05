import { z } from 'zod'
import { EVERYONE, STAFF, contract } from '#shared/api/contract'
import { byId, done } from '#shared/api/replies'
import {
  alarmBody,
  alarmDetailBody,
  alarmSchema,
  clearBody,
  deviceBody,
  deviceSchema,
  ingestSchema,
  readingsBody,
} from '#shared/monitor/schema'

export const monitorRoutes = {
  devices: contract({
    id: 'devices',
    method: 'GET',
    path: '/devices',
    summary: 'Air monitors.',
    roles: EVERYONE,
    response: z.array(deviceSchema),
  }),
  createDevice: contract({
    id: 'createDevice',
    method: 'POST',
    path: '/devices',
    summary: 'Add a monitor; its token is shown once.',
    roles: STAFF,
    body: deviceBody,
    response: z.object({ id: z.uuid(), token: z.string() }),
    status: 201,
  }),
  revokeDevice: contract({
    id: 'revokeDevice',
    method: 'DELETE',
    path: '/devices/{id}',
    summary: "Revoke a monitor's token.",
    roles: STAFF,
    params: byId,
    response: done,
  }),
  ingest: contract({
    id: 'ingest',
    method: 'POST',
    path: '/readings',
    summary:
      'Readings of a monitor, with its own bearer token. mg/m3, gases ppm. May be sent again and in any order: a moment counts once.',
    roles: 'public',
    body: readingsBody,
    response: ingestSchema,
  }),
  raiseAlarm: contract({
    id: 'raiseAlarm',
    method: 'POST',
    path: '/alarms',
    summary: 'Someone feels ill or the air is bad: stops the job.',
    roles: EVERYONE,
    body: alarmBody,
    response: alarmSchema,
    status: 201,
  }),
  tellAlarm: contract({
    id: 'tellAlarm',
    method: 'PUT',
    path: '/alarms/{id}',
    summary: 'Add symptoms and a note to an open alarm.',
    roles: EVERYONE,
    params: byId,
    body: alarmDetailBody,
    response: alarmSchema,
  }),
  clearAlarm: contract({
    id: 'clearAlarm',
    method: 'POST',
    path: '/alarms/{id}/clear',
    summary: 'Clear an alarm, saying what was found.',
    roles: STAFF,
    params: byId,
    body: clearBody,
    response: alarmSchema,
  }),
}
