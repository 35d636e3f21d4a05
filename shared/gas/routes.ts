import { z } from 'zod'
import { CYLINDER_STATES } from '#core/gas/move'
import { EVERYONE, STAFF, WORKERS, contract } from '#shared/api/contract'
import { listQuery, paged } from '#shared/api/list'
import { byId, done, made } from '#shared/api/replies'
import { deliveryBody, deliverySchema } from '#shared/gas/delivery'
import { findingSchema } from '#shared/finding/schema'
import {
  cylinderBody,
  cylinderEventSchema,
  cylinderMoveBody,
  cylinderSchema,
  forWorkSchema,
  gasStoreBody,
  gasStoreSchema,
  layBody,
  readingBody,
} from '#shared/gas/schema'

export const gasRoutes = {
  cylinders: contract({
    id: 'cylinders',
    method: 'GET',
    path: '/cylinders',
    summary:
      'Cylinders with what is left in them and until when their test holds, a page at a time.',
    roles: EVERYONE,
    query: listQuery(['label', 'place']).extend({
      state: z.enum(CYLINDER_STATES).optional(),
      store: z.uuid().optional(),
    }),
    response: paged(cylinderSchema),
  }),
  cylinder: contract({
    id: 'cylinder',
    method: 'GET',
    path: '/cylinders/{id}',
    summary: 'One cylinder with its newest readings and moves.',
    roles: EVERYONE,
    params: byId,
    response: z.object({
      cylinder: cylinderSchema,
      events: z.array(cylinderEventSchema),
      /** What the air of its station becomes if it empties; null where it stands at none, or outdoors. */
      emptied: findingSchema.nullable(),
    }),
  }),
  updateCylinder: contract({
    id: 'updateCylinder',
    method: 'PUT',
    path: '/cylinders/{id}',
    summary: 'Say what is in a cylinder, how big it is, of whom, and what its shoulder says.',
    roles: STAFF,
    params: byId,
    body: cylinderBody,
    response: done,
  }),
  readCylinder: contract({
    id: 'readCylinder',
    method: 'POST',
    path: '/cylinders/{id}/readings',
    summary: 'Log a gauge or a scale. The same event twice counts once.',
    roles: WORKERS,
    params: byId,
    body: readingBody,
    response: cylinderSchema,
    status: 201,
  }),
  moveCylinder: contract({
    id: 'moveCylinder',
    method: 'POST',
    path: '/cylinders/{id}/moves',
    summary:
      'Move a cylinder or change its state. Of two at once one wins and the other is told; the same event twice counts once.',
    roles: WORKERS,
    params: byId,
    body: cylinderMoveBody,
    response: cylinderSchema,
    status: 201,
  }),
  layCylinder: contract({
    id: 'layCylinder',
    method: 'POST',
    path: '/cylinders/{id}/lays',
    summary: 'Acetylene lay down and stands again: from now on it waits before it is used.',
    roles: WORKERS,
    params: byId,
    body: layBody,
    response: cylinderSchema,
    status: 201,
  }),
  cylindersForWork: contract({
    id: 'cylindersForWork',
    method: 'GET',
    path: '/cylinders/for-work',
    summary: 'What keeps these cylinders from work beside their inspection, and what they hold.',
    roles: EVERYONE,
    query: z.strictObject({
      ids: z
        .string()
        .transform((text) => text.split(','))
        .pipe(z.array(z.uuid()).max(20)),
    }),
    response: z.array(forWorkSchema),
  }),
  takeDelivery: contract({
    id: 'takeDelivery',
    method: 'POST',
    path: '/cylinders/deliveries',
    summary: 'Show what a delivery note as CSV would do, or do exactly that; all or nothing.',
    roles: STAFF,
    body: deliveryBody,
    largest: 600_000,
    response: deliverySchema,
  }),
  gasStores: contract({
    id: 'gasStores',
    method: 'GET',
    path: '/gas-stores',
    summary: 'Stores of cylinders.',
    roles: EVERYONE,
    response: z.array(gasStoreSchema),
  }),
  gasStore: contract({
    id: 'gasStore',
    method: 'GET',
    path: '/gas-stores/{id}',
    summary: 'One store: what stands in it, and whether it may stand together.',
    roles: EVERYONE,
    params: byId,
    response: z.object({
      store: gasStoreSchema,
      cylinders: z.array(cylinderSchema),
      findings: z.array(findingSchema),
    }),
  }),
  createGasStore: contract({
    id: 'createGasStore',
    method: 'POST',
    path: '/gas-stores',
    summary: 'Add a store of cylinders.',
    roles: STAFF,
    body: gasStoreBody,
    response: made,
    status: 201,
  }),
  updateGasStore: contract({
    id: 'updateGasStore',
    method: 'PUT',
    path: '/gas-stores/{id}',
    summary: 'Change a store of cylinders and what was measured in it.',
    roles: STAFF,
    params: byId,
    body: gasStoreBody,
    response: done,
  }),
}
