import { z } from 'zod'
import { PROCESSES } from '#core/job/job'
import { MARKED_PARTS } from '#core/marking/terms'
import { LIMIT_SETS } from '#core/exposure/terms'
import { SCHOOLS } from '#core/shade/terms'
import { CORRECTIONS } from '#core/shade/personal'
import { SEASONS } from '#core/ppe/terms'
import { findingSchema } from '#shared/finding/schema'

export const houseRow = z
  .strictObject({
    process: z.enum(PROCESSES),
    from: z.number('Enter a number.').min(0, 'Not negative.').max(3000),
    to: z.number('Enter a number.').positive('Must be more than zero.').max(3000).nullable(),
    shade: z.number('Enter a shade.').min(2, 'From 2 to 15.').max(15, 'From 2 to 15.'),
  })
  .refine((row) => row.to === null || row.to > row.from, {
    message: 'The end lies under the beginning.',
    path: ['to'],
  })

export const houseChartBody = z
  .strictObject({ effectiveFrom: z.iso.date('Enter a day.'), rows: z.array(houseRow).max(100) })
  .superRefine((chart, context) => {
    for (const [i, row] of chart.rows.entries()) {
      const clash = chart.rows
        .slice(0, i)
        .find(
          (other) =>
            other.process === row.process &&
            row.from < (other.to ?? Infinity) &&
            other.from < (row.to ?? Infinity),
        )
      if (clash)
        context.addIssue({
          code: 'custom',
          message: 'This row overlaps another of the same process.',
          path: ['rows', i, 'from'],
        })
    }
  })
export type HouseChartBody = z.infer<typeof houseChartBody>
export const houseChartSchema = z.object({
  id: z.uuid(),
  effectiveFrom: z.string(),
  inForce: z.boolean(),
  rows: z.array(houseRow),
})

/** What a site decides about eyes and clothing; the chart is the one in force today. */
export const rulesSchema = z.object({
  school: z.enum(SCHOOLS),
  house: z.array(houseRow),
  safetyToe: z.boolean(),
  hardHat: z.boolean(),
  season: z.enum(SEASONS),
  limits: z.array(z.enum(LIMIT_SETS)),
})
export const siteRules = {
  shadeSchool: z.enum(SCHOOLS),
  safetyToe: z.boolean(),
  hardHat: z.boolean(),
  season: z.enum(SEASONS),
  limitSets: z.array(z.enum(LIMIT_SETS)).min(1, 'Adopt at least one set.'),
}

export const eyesBody = z.strictObject({
  lightSensitive: z.boolean(),
  correction: z.enum(CORRECTIONS),
  tint: z.number().min(1).max(10, 'At most 10.').nullable(),
  found: z.number().min(2).max(15).nullable(),
})

export const markingBody = z.strictObject({
  text: z.string().trim().min(1, 'Type what is printed.').max(200),
  part: z.enum(MARKED_PARTS),
  floor: z.number().min(1).max(15).nullable().default(null),
  working: z.number().min(1).max(15).nullable().default(null),
  grinding: z.boolean().default(false),
})
const meaning = z.object({ words: z.string() })
export const markingSchema = z.object({
  systems: z.array(z.enum(['Z87', 'EN'])),
  tokens: z.array(
    z.object({ text: z.string(), meaning: meaning.nullable(), because: z.string().optional() }),
  ),
  findings: z.array(findingSchema),
})

export const foundShadeBody = z.strictObject({
  process: z.enum(PROCESSES),
  amps: z.number().positive().max(3000).nullable(),
  thickness: z.number().positive().max(2000).nullable().default(null),
  shade: z.number().min(2, 'From 2 to 15.').max(15, 'From 2 to 15.'),
})
