import { z } from 'zod'

export const STATISTIC_MONTHS = ['3', '12', '24'] as const
export const statisticsQuery = z.strictObject({
  months: z.enum(STATISTIC_MONTHS).default('12').transform(Number),
  /** Only of this place. */
  place: z.string().trim().min(1).max(200).optional(),
})

/** As 2026-11. */
export const month = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, 'Enter a month, as 2026-11.')

const bars = z.array(
  z.object({
    key: z.string(),
    name: z.string(),
    count: z.number(),
    permits: z.array(z.object({ id: z.uuid(), number: z.number() })),
  }),
)
export const statisticsSchema = z.object({
  from: z.iso.date(),
  permits: z.number(),
  /** Not all of them were read: there are more than are added up. */
  isCut: z.boolean(),
  /** Of all of them, whichever was asked for. */
  places: z.array(z.string()),
  durations: bars,
  overrides: bars,
  suspensions: bars,
  cautions: bars,
  late: bars,
  early: bars,
})
export type Statistics = z.infer<typeof statisticsSchema>
