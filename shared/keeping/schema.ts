import { z } from 'zod'
import { keepingFault, RECORD_KINDS, type RecordKind } from '#core/keeping/rules'
import { month } from '#shared/permit/statistics'

const years = (kind: RecordKind) =>
  z
    .number('A number of years, or empty for good.')
    .nullable()
    .superRefine((value, context) => {
      const fault = keepingFault(kind, value)
      if (fault) context.addIssue({ code: 'custom', message: fault })
    })
const rule = {
  inspection: years('inspection'),
  gas: years('gas'),
  reading: years('reading'),
  message: years('message'),
  /** Why nothing is removed for now; null: what is due goes. */
  held: z
    .string()
    .trim()
    .min(1, 'Say why, or leave it empty.')
    .max(500, 'At most 500 letters.')
    .nullable(),
}

export const keepingBody = z.strictObject({ ...rule, version: z.number().int().min(0) })
export type KeepingBody = z.infer<typeof keepingBody>

export const keepingSchema = z.object({
  ...rule,
  version: z.number(),
  /** From when on what is due goes: a day after the rule was changed; null: none was ever set. */
  from: z.iso.datetime().nullable(),
  /** How much is older than the rule allows; no more than `MOST_COUNTED` are counted. */
  due: z.record(z.enum(RECORD_KINDS), z.number()),
  /** Months of which monitor readings are left by the hour. */
  months: z.array(month),
})
export type Keeping = z.infer<typeof keepingSchema>

export const MOST_COUNTED = 10_000

export const monthQuery = z.strictObject({ month })
