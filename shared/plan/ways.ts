import { z } from 'zod'
import { FIRE_CLASSES } from '#core/inspection/fire-class'
import { dueLook } from '#shared/inspection/due'

export const REACHED = ['eyewash', ...FIRE_CLASSES] as const
export const unreachedQuery = z.strictObject({ what: z.enum(REACHED) })
export const unreachedSchema = z.array(
  z.object({
    floor: z.string(),
    strips: z.array(
      z.object({ west: z.number(), east: z.number(), south: z.number(), north: z.number() }),
    ),
    /** m2 */
    area: z.number(),
    /** Of the rooms that were looked at, m2; 0: there is none. */
    lookedAt: z.number(),
  }),
)
export type UnreachedGround = z.infer<typeof unreachedSchema>

export const walkQuery = z.strictObject({
  days: z.coerce.number().int().min(0).max(366).default(0),
  /** A thing on the plan; absent: a way out, or whatever comes first. */
  from: z.uuid().optional(),
})
const point = z.object({ x: z.number(), y: z.number() })
export const walkSchema = z.object({
  /** Where it begins; null: there is no plan, or nothing that is due is drawn on it. */
  from: z.object({ thing: z.uuid(), name: z.string(), floor: z.string() }).nullable(),
  stops: z.array(
    z.object({
      thing: z.uuid(),
      name: z.string(),
      metres: z.number(),
      points: z.array(point),
      looks: z.array(dueLook),
    }),
  ),
  /** m */
  length: z.number(),
  /** Looks at what is not drawn, stands on another floor, or that no way leads to. */
  astray: z.array(dueLook),
  /** There are more than were read. */
  more: z.boolean(),
})
export type Walk = z.infer<typeof walkSchema>
