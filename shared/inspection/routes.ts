import { z } from 'zod'
import { GEAR_KINDS } from '#core/inspection/checklist.table'
import { EVERYONE, STAFF, WORKERS, contract } from '#shared/api/contract'
import { listQuery, paged } from '#shared/api/list'
import { done, made } from '#shared/api/replies'
import { inspectionBody, inspectionSchema, gearBody, gearSchema } from '#shared/inspection/schema'

const byKind = z.strictObject({ kind: z.enum(GEAR_KINDS), id: z.uuid('Not an identifier.') })

export const inspectionRoutes = {
  gearList: contract({
    id: 'gearList',
    method: 'GET',
    path: '/gear',
    summary: 'Cylinders, machines and helmets, a page at a time.',
    roles: EVERYONE,
    query: listQuery(['attention', 'label']).extend({
      kind: z.enum(GEAR_KINDS).optional(),
      all: z.stringbool().default(false),
    }),
    response: paged(gearSchema),
  }),
  createGear: contract({
    id: 'createGear',
    method: 'POST',
    path: '/gear',
    summary: 'Add a cylinder, machine or helmet.',
    roles: STAFF,
    body: gearBody,
    response: made,
    status: 201,
  }),
  gear: contract({
    id: 'gear',
    method: 'GET',
    path: '/gear/{kind}/{id}',
    summary: 'One piece of gear with its newest inspections.',
    roles: EVERYONE,
    params: byKind,
    response: z.object({ gear: gearSchema, inspections: z.array(inspectionSchema) }),
  }),
  inspect: contract({
    id: 'inspect',
    method: 'POST',
    path: '/gear/{kind}/{id}/inspections',
    summary:
      'Log an inspection. On locked gear a pass by lead or instructor with a repair note unlocks it.',
    roles: WORKERS,
    params: byKind,
    body: inspectionBody,
    response: z.object({
      result: z.enum(['pass', 'fail', 'locked']),
      lockReason: z.string().nullable(),
    }),
    status: 201,
  }),
  updateGear: contract({
    id: 'updateGear',
    method: 'PUT',
    path: '/gear/{kind}/{id}',
    summary: 'Change label, ranges and details of a piece of gear.',
    roles: STAFF,
    params: byKind,
    body: gearBody,
    response: done,
  }),
}
