import { z } from 'zod'
import { EVERYONE, LEAD, STAFF, contract } from '#shared/api/contract'
import { byId, done, made } from '#shared/api/replies'
import { fireCoverSchema } from '#shared/shop/fire-cover'
import { placedStationSchema, shiftSchema, siteBody, stationBody } from '#shared/shop/schema'

export const shopRoutes = {
  shift: contract({
    id: 'shift',
    method: 'GET',
    path: '/shift',
    summary: 'Running watches, locked gear, inspections due today.',
    roles: EVERYONE,
    response: shiftSchema,
    kept: true,
  }),
  updateSite: contract({
    id: 'updateSite',
    method: 'PUT',
    path: '/site',
    summary: 'Change the site: shift, rule set, units, time zone.',
    roles: LEAD,
    body: siteBody,
    response: done,
  }),
  stations: contract({
    id: 'stations',
    method: 'GET',
    path: '/stations',
    summary: 'Stations with their air space.',
    roles: EVERYONE,
    response: z.array(placedStationSchema),
  }),
  fireCover: contract({
    id: 'fireCover',
    method: 'GET',
    path: '/fire-cover',
    summary: 'Whether each station has the extinguishers for what can burn there.',
    roles: EVERYONE,
    response: z.array(fireCoverSchema),
  }),
  createStation: contract({
    id: 'createStation',
    method: 'POST',
    path: '/stations',
    summary: 'Add a station.',
    roles: STAFF,
    body: stationBody,
    response: made,
    status: 201,
  }),
  updateStation: contract({
    id: 'updateStation',
    method: 'PUT',
    path: '/stations/{id}',
    summary: 'Change a station.',
    roles: STAFF,
    params: byId,
    body: stationBody,
    response: done,
  }),
}
