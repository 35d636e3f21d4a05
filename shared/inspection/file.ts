import { z } from 'zod'

export const gearFileBody = z.strictObject({
  csv: z.string().min(1, 'The file is empty.').max(2_000_000),
  apply: z.boolean().default(false),
  fingerprint: z.string().max(100).optional(),
})
export const gearFileSchema = z.object({
  applied: z.boolean(),
  fingerprint: z.string(),
  counts: z.object({ add: z.number(), change: z.number(), same: z.number(), broken: z.number() }),
  headerErrors: z.array(z.string()),
  rows: z.array(
    z.object({
      line: z.number(),
      label: z.string(),
      kind: z.string(),
      action: z.enum(['add', 'change', 'same', 'broken']),
      errors: z.array(z.object({ column: z.string(), message: z.string() })),
    }),
  ),
})
export type GearFilePreview = z.infer<typeof gearFileSchema>
