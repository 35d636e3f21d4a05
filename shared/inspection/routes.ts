import { dueLook } from '#shared/inspection/due'
import { z } from 'zod'
import { GEAR_KINDS } from '#core/inspection/kind'
import { EVERYONE, STAFF, WORKERS, contract } from '#shared/api/contract'
import { listQuery, paged } from '#shared/api/list'
import { document, done, made } from '#shared/api/replies'
import { photoSchema } from '#shared/photo/schema'
import { gearFileBody, gearFileSchema } from '#shared/inspection/file'
import {
  gearBody,
  gearEventBody,
  gearSchema,
  inspectionBody,
  inspectionSchema,
  repairBody,
  useBody,
} from '#shared/inspection/schema'

const byKind = z.strictObject({ kind: z.enum(GEAR_KINDS), id: z.uuid('Not an identifier.') })

/** One piece of gear with everything on record. */
export const gearRecord = z.object({
  gear: gearSchema,
  /** The newest photo of the piece itself. */
  photo: photoSchema.nullable(),
  /** What is fitted to it. */
  fitted: z.array(
    gearSchema.pick({
      id: true,
      kind: true,
      kindName: true,
      label: true,
      lockReason: true,
      due: true,
    }),
  ),
  inspections: z.array(inspectionSchema),
  repairs: z.array(
    z.object({
      id: z.uuid(),
      at: z.iso.datetime(),
      person: z.string(),
      personId: z.uuid(),
      note: z.string(),
      parts: z.array(z.object({ name: z.string(), count: z.number() })),
      cost: z.number().nullable(),
      rehearsal: z.boolean(),
    }),
  ),
  /** Who reached for it while it was locked; told to staff. */
  tries: z.array(
    z.object({ id: z.uuid(), at: z.iso.datetime(), person: z.string(), doing: z.string() }),
  ),
})

export const inspectionRoutes = {
  gearList: contract({
    id: 'gearList',
    method: 'GET',
    path: '/gear',
    summary: 'Gear of every kind, a page at a time.',
    roles: EVERYONE,
    query: listQuery(['attention', 'label'])
      .extend({
        kind: z.enum(GEAR_KINDS).optional(),
        all: z.stringbool().default(false),
      })
      .refine(({ all, kind }) => !all || kind, {
        path: ['kind'],
        message: 'All at once goes by kind; without one, page by page.',
      }),
    response: paged(gearSchema),
    kept: true,
  }),
  createGear: contract({
    id: 'createGear',
    method: 'POST',
    path: '/gear',
    summary: 'Add a piece of gear.',
    roles: STAFF,
    body: gearBody,
    response: made,
    status: 201,
  }),
  gearDue: contract({
    id: 'gearDue',
    method: 'GET',
    path: '/gear/due',
    summary:
      'Looks that are due up to some days from now, longest overdue first, a page at a time.',
    roles: EVERYONE,
    query: z.strictObject({
      days: z.coerce.number().int().min(0).max(366).default(0),
      page: z.coerce.number().int().min(1).max(10_000).default(1),
    }),
    response: z.object({
      today: z.string(),
      rows: z.array(dueLook),
      /** One more than the most counted: more than that. */
      total: z.number(),
      page: z.number(),
      pages: z.number(),
    }),
  }),
  gearFile: contract({
    id: 'gearFile',
    method: 'POST',
    path: '/gear/file',
    summary: 'Show what a file of gear as CSV would do, or do exactly that; all or nothing.',
    roles: STAFF,
    body: gearFileBody,
    largest: 3_000_000,
    response: gearFileSchema,
  }),
  gearCsv: contract({
    id: 'gearCsv',
    method: 'GET',
    path: '/gear.csv',
    summary: 'The register of gear as CSV, which can be read back in.',
    roles: EVERYONE,
    response: document,
    produces: 'text/csv',
  }),
  gear: contract({
    id: 'gear',
    method: 'GET',
    path: '/gear/{kind}/{id}',
    summary: 'One piece of gear with its newest inspections and repairs.',
    roles: EVERYONE,
    params: byKind,
    response: gearRecord,
    kept: true,
  }),
  inspect: contract({
    id: 'inspect',
    method: 'POST',
    path: '/gear/{kind}/{id}/inspections',
    summary:
      'Log an inspection. On locked gear a pass by lead or instructor, after a repair, unlocks it.',
    roles: WORKERS,
    params: byKind,
    body: inspectionBody,
    response: z.object({
      result: z.enum(['pass', 'fail', 'locked']),
      lockReason: z.string().nullable(),
    }),
    status: 201,
    late: true,
  }),
  logGearEvent: contract({
    id: 'logGearEvent',
    method: 'POST',
    path: '/gear/{kind}/{id}/events',
    summary: 'Something happened to a piece of gear: it is looked at before it is used again.',
    roles: WORKERS,
    params: byKind,
    body: gearEventBody,
    response: done,
    status: 201,
  }),
  logRepair: contract({
    id: 'logRepair',
    method: 'POST',
    path: '/gear/{kind}/{id}/repairs',
    summary: 'What was repaired, with parts and cost.',
    roles: WORKERS,
    params: byKind,
    body: repairBody,
    response: done,
    status: 201,
  }),
  logUse: contract({
    id: 'logUse',
    method: 'POST',
    path: '/gear/{kind}/{id}/use',
    summary: 'How much a piece of gear was used: arc hours, cycles or sessions.',
    roles: WORKERS,
    params: byKind,
    body: useBody,
    response: done,
    status: 201,
  }),
  gearTag: contract({
    id: 'gearTag',
    method: 'GET',
    path: '/gear/{kind}/{id}/tag.pdf',
    summary: 'The tag to hang on gear that is locked out, as PDF with a QR code.',
    roles: EVERYONE,
    params: byKind,
    response: document,
    produces: 'application/pdf',
  }),
  updateGear: contract({
    id: 'updateGear',
    method: 'PUT',
    path: '/gear/{kind}/{id}',
    summary: 'Change what is told of a piece of gear.',
    roles: STAFF,
    params: byKind,
    body: gearBody,
    response: done,
  }),
}
