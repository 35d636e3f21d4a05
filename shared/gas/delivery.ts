import { z } from 'zod'

export const deliveryBody = z.strictObject({
  csv: z.string().min(1, 'The file is empty.').max(500_000),
  /** Where they are put. */
  storeId: z.uuid('Choose a store.'),
  apply: z.boolean().default(false),
  fingerprint: z.string().max(100).optional(),
})
export const deliverySchema = z.object({
  applied: z.boolean(),
  fingerprint: z.string(),
  counts: z.object({ add: z.number(), back: z.number(), broken: z.number() }),
  headerErrors: z.array(z.string()),
  rows: z.array(
    z.object({
      line: z.number(),
      label: z.string(),
      gas: z.string(),
      /** Whether the label names a gas that is known; else it is not told. */
      gasTold: z.boolean(),
      action: z.enum(['add', 'back', 'broken']),
      errors: z.array(z.object({ column: z.string(), message: z.string() })),
    }),
  ),
})
export type DeliveryPreview = z.infer<typeof deliverySchema>
