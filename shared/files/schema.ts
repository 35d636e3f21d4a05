import { z } from 'zod'

export const importBody = z.strictObject({
  text: z.string().min(1, 'The file is empty.').max(2_000_000),
  format: z.enum(['csv', 'json']),
  apply: z.boolean(),
})
export const importSchema = z.object({
  rows: z.array(
    z.object({
      line: z.number(),
      name: z.string(),
      faults: z.array(z.object({ field: z.string(), message: z.string() })),
      state: z.enum(['new', 'known', 'broken']),
    }),
  ),
  header: z.array(z.string()),
  applied: z.number(),
})
export type ImportPreview = z.infer<typeof importSchema>
