import { z } from 'zod'
import { FARTHEST } from '#core/plan/plan'
import { THING_KINDS } from '#core/plan/kinds.table'
import { findingSchema } from '#shared/finding/schema'

const metre = z.number('Enter a number.').min(-FARTHEST).max(FARTHEST)
const size = z.number('Enter a number.').gt(0, 'More than nothing.').max(FARTHEST)
const pointSchema = z.strictObject({ x: metre, y: metre })
/** More than a plan needs, and less than would hold up the server. */
const MOST_POINTS = 200
export const MOST_THINGS = 5_000

const shapeSchema = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('box'),
    at: pointSchema,
    angle: z.number('Enter a number.').min(-3600).max(3600),
    width: size,
    depth: size,
  }),
  z.strictObject({
    type: z.literal('line'),
    points: z.array(pointSchema).min(2).max(MOST_POINTS).readonly(),
  }),
  z.strictObject({
    type: z.literal('area'),
    points: z.array(pointSchema).min(3).max(MOST_POINTS).readonly(),
  }),
])

export const thingSchema = z.strictObject({
  id: z.uuid(),
  kind: z.enum(THING_KINDS),
  floor: z.string().trim().min(1).max(40),
  name: z.string().trim().max(100),
  shape: shapeSchema,
  facts: z.record(
    z.string().max(40),
    z.union([z.string().max(200), z.number(), z.boolean()]).nullable(),
  ),
  /** What is on record and stands here. */
  of: z.uuid().nullable(),
})

const floorSchema = z.strictObject({
  id: z.string().trim().min(1).max(40),
  name: z.string().trim().min(1, 'Name the floor.').max(60),
  outdoors: z.boolean(),
  level: z.number('Enter a number.').min(-100).max(500),
})
export const floorsSchema = z
  .array(floorSchema)
  .min(1, 'A plan has at least one floor.')
  .max(40)
  .refine(
    (all) => new Set(all.map(({ id }) => id)).size === all.length,
    'A floor stands there twice.',
  )

export const planSchema = z.strictObject({
  floors: floorsSchema,
  things: z.array(thingSchema).max(MOST_THINGS),
})

/** One thing as it is to be; null: gone. */
const changeSchema = z.strictObject({
  id: z.uuid(),
  /** That was read; null: it is new. */
  version: z.number().int().nullable(),
  thing: thingSchema.nullable(),
})
export const planChangesBody = z.strictObject({
  /** Made by the sender, the same over every retry. */
  id: z.uuid(),
  changes: z
    .array(changeSchema)
    .min(1)
    .max(500)
    .refine(
      (all) => all.every(({ id, thing }) => thing === null || thing.id === id),
      'A thing keeps its identifier.',
    )
    .refine(
      (all) => new Set(all.map(({ id }) => id)).size === all.length,
      'A thing stands there twice.',
    ),
})
export type PlanChangesBody = z.output<typeof planChangesBody>

export const floorsBody = z.strictObject({ floors: floorsSchema, version: z.number().int() })
export const publishBody = z.strictObject({
  id: z.uuid(),
  note: z.string().trim().max(500).default(''),
})

export const planFaultSchema = z.object({
  thing: z.string(),
  kind: z.enum(['error', 'warning']),
  message: z.string(),
})
export const draftSchema = z.object({
  floors: floorsSchema,
  version: z.number(),
  things: z.array(thingSchema.extend({ version: z.number() })),
})
export type Draft = z.output<typeof draftSchema>

/** Scales that drawings are printed at: 1 to so many. */
export const SCALES = ['50', '100', '200', '500'] as const
export const drawingQuery = z.strictObject({
  /** Absent: the first one. */
  floor: z.string().max(40).optional(),
  scale: z.enum(SCALES).default('100').transform(Number),
  /** Absent: the newest. */
  version: z.coerce.number().int().min(1).max(1_000_000).optional(),
})

export const planVersionSchema = z.object({
  number: z.number(),
  note: z.string(),
  person: z.string(),
  at: z.iso.datetime(),
})
export const publishedSchema = planVersionSchema.extend({ plan: planSchema })
export type PublishedPlan = z.output<typeof publishedSchema>

export const drawnFindingSchema = z.object({
  finding: findingSchema,
  floor: z.string(),
  things: z.array(z.string()).readonly(),
  lines: z.array(z.array(pointSchema).readonly()).readonly(),
  /** Screens that would make it right. */
  screens: z.array(z.array(pointSchema).readonly()).readonly().optional(),
})
export type ShownFinding = z.output<typeof drawnFindingSchema>
