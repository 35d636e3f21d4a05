import { z } from 'zod'
import { EVERYONE, STAFF, contract } from '#shared/api/contract'
import { byId, done, made } from '#shared/api/replies'
import { importBody, importSchema } from '#shared/files/schema'
import { compositionSchema, consumableSchema } from '#shared/fume/schema'

export const fumeRoutes = {
  consumables: contract({
    id: 'consumables',
    method: 'GET',
    path: '/consumables',
    summary: "The shop's own consumables.",
    roles: EVERYONE,
    response: z.array(consumableSchema),
  }),
  createConsumable: contract({
    id: 'createConsumable',
    method: 'POST',
    path: '/consumables',
    summary: 'Add a consumable from its data sheet; shares by mass add up to 1.',
    roles: STAFF,
    body: compositionSchema,
    response: made,
    status: 201,
  }),
  retireConsumable: contract({
    id: 'retireConsumable',
    method: 'PUT',
    path: '/consumables/{id}',
    summary: 'Retire a consumable or bring it back.',
    roles: STAFF,
    params: byId,
    body: z.strictObject({ retired: z.boolean() }),
    response: done,
  }),
  importConsumables: contract({
    id: 'importConsumables',
    method: 'POST',
    path: '/consumables/import',
    summary: 'Preview a file of consumables (CSV or JSON), or take it over whole.',
    roles: STAFF,
    body: importBody,
    response: importSchema,
    largest: 2_200_000,
  }),
}
