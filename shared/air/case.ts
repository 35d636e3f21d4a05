import { z } from 'zod'
import { DAY_MINUTES } from '#core/calendar/day'
import { PARTICULATES } from '#core/exposure/terms'
import { WIRE_METALS } from '#core/fume/consumed'
import { BASE_METALS, COATINGS, PROCESSES } from '#core/job/job'
import { number, positive, notNegative, share, minutes, range } from '#shared/api/fields'
import { compositionSchema } from '#shared/fume/schema'

const consumedSchema = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('default') }),
  z.strictObject({ by: z.literal('rate'), rate: positive(100) }),
  z.strictObject({
    by: z.literal('wire'),
    diameter: positive(0.01),
    speed: positive(1),
    metal: z.enum(WIRE_METALS),
    tubular: z.boolean(),
  }),
  z
    .strictObject({
      by: z.literal('rods'),
      perHour: positive(500),
      mass: positive(2),
      stub: notNegative(2),
    })
    .refine((rods) => rods.stub < rods.mass, {
      message: 'The stub weighs less than the rod.',
      path: ['stub'],
    }),
])
const sourceSchema = z.strictObject({
  name: z.string().trim().min(1, 'Name the source.').max(60),
  kind: z.enum(['weld', 'grind']),
  process: z.enum(PROCESSES),
  amps: positive(3000).nullable(),
  consumable: z.string().trim().max(60).nullable(),
  own: compositionSchema.nullable(),
  consumed: consumedSchema,
  baseMetal: z.enum(BASE_METALS),
  coating: z.enum(COATINGS),
  zinc: z
    .strictObject({
      coating: positive(2000),
      sides: z.union([z.literal(1), z.literal(2)]),
      width: positive(0.5),
      travel: positive(0.5),
      vaporised: share,
    })
    .nullable(),
  grinding: notNegative(10_000).nullable(),
  welders: number.int('Whole people.').min(1, 'At least one.').max(100),
  arcShare: number.positive('Must be more than zero.').max(1, 'At most 1.'),
  from: minutes,
  to: minutes,
  mine: z.boolean(),
  capture: z.strictObject({ low: share, high: share }),
})
const mgPerM3 = notNegative(100_000)
/** One shift, as the models take it. m3, m3/s, mg/m3, minutes since the start of the shift. Faults that fields do not show are told by `faultsOfCase`. */
export const airCaseSchema = z.strictObject({
  volume: number.max(10_000_000),
  flow: number.max(10_000),
  changes: z.array(z.strictObject({ at: minutes, flow: number.max(10_000) })).max(200),
  mixing: number.min(1, 'From 1 to 10.').max(10, 'From 1 to 10.'),
  near: z
    .strictObject({
      radius: number.min(0.1, 'From 0.1 to 2 m.').max(2, 'From 0.1 to 2 m.'),
      airSpeed: number.min(0.01, 'From 0.01 to 1 m/s.').max(1, 'From 0.01 to 1 m/s.'),
    })
    .nullable(),
  background: z.partialRecord(z.enum(PARTICULATES), mgPerM3),
  shiftMinutes: number.positive('Must be more than zero.').max(DAY_MINUTES, 'A day has 24 hours.'),
  sources: z.array(sourceSchema).max(30),
  spread: z.strictObject({
    emission: number.min(1).max(10),
    content: number.min(1).max(10),
    arcShare: range(0, 5),
    flow: range(0.05, 5),
    mixing: range(0.1, 10),
    airSpeed: range(0.05, 10),
  }),
})
