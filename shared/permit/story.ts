import { z } from 'zod'
import { permitSchema } from './schema'

/** What happened to one permit, to be read by somebody who was not there. */
export const storySchema = z.object({
  permit: permitSchema,
  draftedBy: z.string(),
  draftedAt: z.iso.datetime(),
  /** Each text that was signed, the oldest first, and what changed from the one before it. */
  signed: z.array(
    z.object({
      version: z.number(),
      hash: z.string(),
      at: z.iso.datetime(),
      changes: z.array(
        z.object({
          what: z.string(),
          before: z.string().nullable(),
          after: z.string().nullable(),
          isTime: z.boolean(),
        }),
      ),
    }),
  ),
  /** Rounds of the watch that ran last, held against when they were due. */
  rounds: z.array(
    z.object({
      at: z.iso.datetime(),
      /** When it came, where that was later. */
      cameAt: z.iso.datetime().nullable(),
      dueAt: z.iso.datetime(),
      isLate: z.boolean(),
      person: z.string(),
      note: z.string().nullable(),
    }),
  ),
})
export type Story = z.infer<typeof storySchema>

export const permitsJsonQuery = z.strictObject({
  /** Only permits of a lower number: what follows the last answer. */
  before: z.coerce.number().int().min(1).max(2_147_483_647).optional(),
})
