import { z } from 'zod'
import type { Plan, Point, Shape } from '#core/plan/plan'
import { PLAN_KINDS } from '#core/plan/kinds.table'
import { floorsSchema, MOST_THINGS, planSchema, thingSchema } from './schema'

const pair = z.tuple([z.number(), z.number()])
const geometry = z.discriminatedUnion('type', [
  z.object({ type: z.literal('Polygon'), coordinates: z.array(z.array(pair)).length(1) }),
  z.object({ type: z.literal('LineString'), coordinates: z.array(pair) }),
])
const feature = z.object({
  type: z.literal('Feature'),
  id: z.uuid(),
  geometry,
  properties: thingSchema.omit({ id: true, shape: true }).extend({
    box: z
      .strictObject({ at: pair, angle: z.number(), width: z.number(), depth: z.number() })
      .optional(),
  }),
})
const collection = z.object({
  type: z.literal('FeatureCollection'),
  crs: z.object({ properties: z.object({ name: z.literal('local-metres') }) }),
  floors: floorsSchema,
  features: z.array(feature).max(MOST_THINGS),
})

const toPoint = ([x, y]: readonly [number, number]): Point => ({ x, y })

function shapeOf({ geometry: outline, properties }: z.output<typeof feature>): Shape {
  const { box, kind } = properties
  if (PLAN_KINDS[kind].shape === 'box' && box) return { type: 'box', ...box, at: toPoint(box.at) }
  if (outline.type === 'LineString')
    return { type: 'line', points: outline.coordinates.map(toPoint) }
  return { type: 'area', points: outline.coordinates[0]!.slice(0, -1).map(toPoint) }
}

/**
 * Read a plan out of GeoJSON as `toGeoJson` writes it.
 * @returns the plan, or what is wrong with the file and where
 */
export function fromGeoJson(
  file: unknown,
): { plan: Plan } | { wrong: readonly { path: string; message: string }[] } {
  const read = collection.safeParse(file)
  if (!read.success) return { wrong: faults(read.error) }
  const { floors, features } = read.data
  const things = features.map((one) => {
    const { box: _, ...told } = one.properties
    return { id: one.id, ...told, shape: shapeOf(one) }
  })
  const plan = planSchema.safeParse({ floors, things })
  return plan.success ? { plan: plan.data } : { wrong: faults(plan.error) }
}

const faults = (error: z.ZodError): { path: string; message: string }[] =>
  error.issues.slice(0, 20).map(({ path, message }) => ({ path: path.join('.'), message }))
