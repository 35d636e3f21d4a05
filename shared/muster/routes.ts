import { z } from 'zod'
import { EVERYONE, STAFF, WORKERS, contract } from '#shared/api/contract'
import { byId, done, made } from '#shared/api/replies'
import {
  musterBody,
  musterCountBody,
  musterEndBody,
  musterGasBody,
  musterPersonBody,
  musterRowSchema,
  musterSchema,
} from './schema'

export const musterRoutes = {
  musters: contract({
    id: 'musters',
    method: 'GET',
    path: '/musters',
    summary: 'Alarms and drills of the site, the newest first.',
    roles: EVERYONE,
    response: z.array(musterRowSchema),
  }),
  musterNow: contract({
    id: 'musterNow',
    method: 'GET',
    path: '/musters/now',
    summary: 'The one that runs, or null.',
    roles: EVERYONE,
    booth: true,
    response: z.object({ muster: musterSchema.nullable() }),
    kept: true,
  }),
  muster: contract({
    id: 'muster',
    method: 'GET',
    path: '/musters/{id}',
    summary: 'One of them: who was counted and which gas was shut, when and by whom.',
    roles: EVERYONE,
    params: byId,
    response: musterSchema,
  }),
  beginMuster: contract({
    id: 'beginMuster',
    method: 'POST',
    path: '/musters',
    summary:
      'Everybody out: call everybody and begin to count. A drill is begun by staff; a real alarm ends a drill that runs. One that runs already is answered.',
    roles: EVERYONE,
    booth: true,
    body: musterBody,
    response: made,
    status: 201,
  }),
  addToMuster: contract({
    id: 'addToMuster',
    method: 'POST',
    path: '/musters/{id}/people',
    summary: 'Put somebody on the list, as a visitor. Sent twice they are on it once.',
    roles: WORKERS,
    params: byId,
    body: musterPersonBody,
    response: done,
    status: 201,
  }),
  countMuster: contract({
    id: 'countMuster',
    method: 'PUT',
    path: '/musters/{id}/counts',
    summary:
      'Somebody is out, was not here, or was not counted after all. Said twice it is said once.',
    roles: WORKERS,
    params: byId,
    body: musterCountBody,
    response: done,
  }),
  shutGas: contract({
    id: 'shutGas',
    method: 'PUT',
    path: '/musters/{id}/gas',
    summary: 'Some gas is shut, or is not after all. Said twice it is said once.',
    roles: WORKERS,
    params: byId,
    body: musterGasBody,
    response: done,
  }),
  endMuster: contract({
    id: 'endMuster',
    method: 'POST',
    path: '/musters/{id}/end',
    summary:
      'It is over. Whoever was not counted stays so in the report. Said twice it is over once.',
    roles: STAFF,
    params: byId,
    body: musterEndBody,
    response: done,
  }),
}
