import { z } from 'zod'
import { RULE_SETS } from '#core/firewatch/rule-sets.table'

/** The rules that a site or a permit adopts; the strictest of each line governs. */
export const ruleSetsSchema = z
  .array(z.enum(RULE_SETS))
  .min(1, 'Adopt at least one.')
  .max(RULE_SETS.length)
  .refine((all) => new Set(all).size === all.length, 'It stands there twice.')
