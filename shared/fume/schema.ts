import { z } from 'zod'
import { ALLOYS, faultsOf, PARTS } from '#core/fume/composition'
import { PROCESSES } from '#core/job/job'
import { number } from '#shared/api/fields'

/** Shares by mass; all of them together make 1. */
export const compositionSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'Name the consumable.').max(60, 'At most 60 letters.'),
    process: z.enum(PROCESSES, 'Not a process that is known here.'),
    alloy: z.enum(ALLOYS, 'Not an alloy group that is known here.'),
    fume: number,
    of: z.enum(['fume', 'consumable'], 'Either fume or consumable.'),
    parts: z.partialRecord(z.enum(PARTS), number),
    reference: z.string().trim().min(1, 'Name the data sheet.').max(200),
  })
  .superRefine((composition, context) => {
    for (const fault of faultsOf(composition))
      context.addIssue({ code: 'custom', message: fault.message, path: fault.field.split('.') })
  })
export const consumableSchema = z.object({
  id: z.uuid(),
  composition: compositionSchema,
  retired: z.boolean(),
})
export type OwnConsumable = z.infer<typeof consumableSchema>
