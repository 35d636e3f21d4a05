import { z } from 'zod'
import { faultOfSlot, HOOD_SHAPES } from '#core/hood/velocity'
import { PROCESSES } from '#core/job/job'
import { number, positive, notNegative, share } from '#shared/api/fields'

const point = z.strictObject({
  x: number.min(-3).max(3),
  y: number.min(-1, 'At most 1 m under the arc.').max(3),
})
export const sectionSchema = z
  .strictObject({
    process: z.enum(PROCESSES),
    amps: number.min(1, 'At least 1 A.').max(3000, 'At most 3000 A.'),
    shape: z.enum(HOOD_SHAPES),
    opening: number.min(0.03, 'At least 30 mm.').max(2, 'At most 2 m.'),
    slotWidth: number.min(0.003, 'At least 3 mm.').max(0.4, 'At most 400 mm.').nullish(),
    duct: number.min(0.03, 'At least 30 mm.').max(2, 'At most 2 m.'),
    flow: number.min(0.001, 'At least 1 L/s.').max(20, 'At most 20 m³/s.'),
    damper: share,
    hood: point,
    head: point,
    draft: number.min(-5, 'At most 5 m/s.').max(5, 'At most 5 m/s.'),
  })
  .refine((section) => Math.hypot(section.hood.x, section.hood.y) >= 0.02, {
    message: 'The hood is on the arc.',
    path: ['hood'],
  })
  .superRefine(({ shape, opening, slotWidth }, context) => {
    const message = faultOfSlot(shape, opening, slotWidth ?? null)
    if (message) context.addIssue({ code: 'custom', path: ['slotWidth'], message })
  })
export const hoodBody = z.strictObject({
  section: sectionSchema,
  need: positive(50),
  surveyDays: number.int().min(1).max(1000),
})
export const surveyBody = z.strictObject({
  id: z.uuid(),
  on: z.iso.date('Enter a day.'),
  velocity: notNegative(100),
  staticPressure: notNegative(100_000).nullable(),
  /** Of the register; null: another, whose calibration nobody knows. */
  meterId: z.uuid().nullable().default(null),
  filterChanged: z.boolean(),
  note: z.string().trim().max(500).default(''),
})
export const surveySchema = z.object({
  id: z.uuid(),
  on: z.string(),
  velocity: z.number(),
  staticPressure: z.number().nullable(),
  filterChanged: z.boolean(),
  note: z.string(),
  by: z.string(),
  meter: z.string().nullable(),
  /** When it was read; null: from before meters were told. */
  calibrated: z.boolean().nullable(),
})
