import { z } from 'zod'
import { COOLING_METALS, THICKNESS } from '#core/firewatch/cooling'
import { TRACES } from '#core/firewatch/round'
import { lateSchema } from '#shared/late/schema'
import { kelvin } from '#shared/monitor/schema'

/** What a thermal camera read at a place, typed or as the camera sent it. */
const roundSpot = z.strictObject({
  kelvin,
  camera: z.strictObject({ camera: z.uuid(), at: z.iso.datetime() }).optional(),
})
export type RoundSpot = z.infer<typeof roundSpot>

/** A place as it was seen on a round. */
export const lookedSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1).max(200),
  traces: z.array(z.enum(TRACES)).max(TRACES.length),
  /** A photo of it, sent before. */
  photo: z.uuid().optional(),
  spot: roundSpot.optional(),
})

/** Something that the work left hot. */
export const hotPartBody = z.strictObject({
  eventId: z.uuid(),
  name: z.string().trim().min(1, 'Say what and where it is.').max(120),
  metal: z.enum(COOLING_METALS),
  /** m */
  thickness: z
    .number('Enter a number.')
    .min(THICKNESS.least, 'From 0.5 to 100 mm.')
    .max(THICKNESS.most, 'From 0.5 to 100 mm.'),
})

/** What a step of a permit says beside its note. */
export const stepDetails = z.object({
  /** It was taken without a signal, and came later. */
  late: lateSchema.optional(),
  looked: z.array(lookedSchema).optional(),
  hotPart: z
    .object({
      metal: z.enum(COOLING_METALS),
      thickness: z.number(),
      /** It may burn a hand until then, or longer. */
      hotUntil: z.iso.datetime(),
    })
    .optional(),
})
export type StepDetails = z.infer<typeof stepDetails>
