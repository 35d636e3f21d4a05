import { z } from 'zod'
import { UNITS } from '#core/finding/finding'
import { RECALLS } from '#core/finding/source'
import { GEAR_KINDS } from '#core/inspection/kind'
import { OCCASIONS } from '#core/inspection/occasion'
import { LISTED_ROUNDS, ROUND_PLACES } from '#core/inspection/round'
import { version } from '#shared/api/fields'

const id = z
  .string()
  .regex(/^[A-Za-z][A-Za-z0-9-]{0,39}$/, 'Letters, figures and dashes, a letter first.')
const limit = z.number().optional()

const measure = z
  .strictObject({
    name: z.string().trim().min(1, 'Name the reading.').max(60),
    unit: z.enum(UNITS),
    min: limit,
    max: limit,
  })
  .refine(
    ({ min = -Infinity, max = Infinity }) => min <= max,
    'The lower limit is above the upper one.',
  )

/** A line as it stands on a checklist. */
export const checklistLine = z.strictObject({
  id,
  name: z.string().trim().min(1, 'Give it a short name.').max(60),
  text: z.string().trim().min(3, 'Say what is right.').max(300),
  critical: z.boolean(),
  measure: measure.optional(),
  faults: z.array(z.string().trim().min(1).max(60)).max(8).readonly().optional(),
  photo: z.boolean().optional(),
  source: z.strictObject({
    document: z.string().trim().min(3, 'Say where it comes from.').max(200),
    recall: z.enum(RECALLS),
  }),
})

/** What a shop changes on a checklist. */
export const checklistChangeBody = z.strictObject({
  added: z.array(checklistLine).max(20, 'At most 20 own lines.').readonly(),
  tightened: z.record(id, z.strictObject({ min: limit, max: limit })),
  off: z.record(id, z.string().trim().min(10, 'Say why, in at least 10 characters.').max(500)),
  photo: z.array(id).max(40).readonly(),
  /** How often here, where that is more often than usual. */
  everyDays: z.number().int().min(1).max(366).nullable(),
  version,
})
export type ChecklistChangeBody = z.output<typeof checklistChangeBody>

/** What has a checklist, and when it is gone through. */
export const LISTED = [...GEAR_KINDS, ...ROUND_PLACES] as const
export const LISTED_OCCASIONS = [...OCCASIONS, ...LISTED_ROUNDS] as const

export const checklistChangeSchema = checklistChangeBody.extend({
  kind: z.enum(LISTED),
  kindId: z.uuid().nullable(),
  occasion: z.enum(LISTED_OCCASIONS),
  version: z.number(),
})

export const checklistVersionSchema = z.object({
  id: z.uuid(),
  number: z.number(),
  madeAt: z.iso.datetime(),
  lines: z.array(checklistLine).readonly(),
})
