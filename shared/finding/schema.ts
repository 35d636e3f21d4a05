import { z } from 'zod'
import { LEVELS, STEPS, UNITS, type Finding } from '#core/finding/finding'
import { RECALLS } from '#core/finding/source'

const quantity = z.object({ amount: z.number(), unit: z.enum(UNITS) })
export const sourceSchema = z.object({ document: z.string(), recall: z.enum(RECALLS) })
const reason = z.object({
  rule: z.string(),
  source: sourceSchema,
  inputs: z.record(z.string(), z.union([quantity, z.string(), z.number(), z.boolean()])).optional(),
})

/** A judgement on its way to the browser. */
export const findingSchema = z.object({
  code: z.string(),
  step: z.enum(STEPS),
  level: z.enum(LEVELS),
  value: quantity.optional(),
  sentence: z.string(),
  remedy: z.string().optional(),
  reasons: z.array(reason),
  alike: z.object({ names: z.array(z.string()), says: z.string() }).optional(),
  legal: z.boolean().optional(),
}) satisfies z.ZodType<Finding>
