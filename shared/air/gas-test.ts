import { z } from 'zod'
import { FUEL_GASES } from '#core/air/closed-space'
import { GASES } from '#core/exposure/terms'
import { number, positive, notNegative } from '#shared/api/fields'

const entry = {
  oxygen: number.min(0, 'From 0 to 100 %.').max(100, 'From 0 to 100 %.').nullable(),
  explosive: number.min(0, 'From 0 to 100 %.').max(100, 'From 0 to 100 %.').nullable(),
  others: z.partialRecord(z.enum(GASES), notNegative(1_000_000)),
  /** Of the register; null: another, whose calibration nobody knows. */
  meterId: z.uuid().nullable().default(null),
  instrument: z.string().trim().max(100).default(''),
  bumpTested: z.boolean(),
  minutes: number.int().min(5, 'From 5 to 480 minutes.').max(480, 'From 5 to 480 minutes.'),
}
const isNamed = ({ meterId, instrument }: { meterId: string | null; instrument: string }) =>
  meterId !== null || instrument.length > 0
const NAMELESS = { path: ['instrument'], message: 'Name the instrument.' }
/** A gas test as it is entered, and as it is sent. */
export const gasTestEntry = z.strictObject(entry).refine(isNamed, NAMELESS)
export const gasTestBody = z.strictObject({ id: z.uuid(), ...entry }).refine(isNamed, NAMELESS)
export const gasTestSchema = z.object({
  id: z.uuid(),
  at: z.iso.datetime(),
  until: z.iso.datetime(),
  by: z.string(),
  oxygen: z.number().nullable(),
  explosive: z.number().nullable(),
  others: z.partialRecord(z.enum(GASES), z.number()),
  instrument: z.string(),
  /** When it was read; null: from before meters were told. */
  calibrated: z.boolean().nullable(),
  bumpTested: z.boolean(),
})
export const releaseBody = z.strictObject({
  gas: z.enum(['inert', 'oxygen', ...FUEL_GASES]),
  amount: notNegative(10_000),
  space: positive(1_000_000),
  mixed: z.boolean(),
})
