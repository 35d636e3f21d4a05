import { z } from 'zod'
import { DAY_MINUTES } from '#core/calendar/day'
import { LIMIT_SETS, SUBSTANCES } from '#core/exposure/terms'
import { findingSchema } from '#shared/finding/schema'

export const sampleBody = z.strictObject({
  on: z.iso.date('Enter a day.'),
  kind: z.enum(['personal', 'area'], 'Either personal or area.'),
  group: z.string().trim().min(1, 'Name the group.').max(100),
  who: z.string().trim().min(1, 'Name the person or the spot.').max(100),
  task: z.string().trim().min(1, 'Name the task.').max(200),
  pump: z.string().trim().max(100).default(''),
  substance: z.enum(SUBSTANCES, 'Not a substance that is known here.'),
  /** When the pump was started, as "07:30"; told where a day has several parts. */
  startsAt: z.iso.time({ precision: -1, error: 'A time like 07:30.' }).nullable().default(null),
  minutes: z
    .number('Enter minutes.')
    .positive('Must be more than zero.')
    .max(DAY_MINUTES, 'A day has 24 hours.'),
  shiftMinutes: z
    .number('Enter minutes.')
    .positive('Must be more than zero.')
    .max(DAY_MINUTES, 'A day has 24 hours.')
    .default(480),
  /** mg/m3, gases ppm. */
  value: z
    .number('Enter a number.')
    .positive('No laboratory finds nothing: enter its detection limit, and say that it is one.')
    .max(1_000_000),
  underDetection: z.boolean().default(false),
  rest: z.enum(['unexposed', 'as_sampled']).default('as_sampled'),
  reference: z.string().trim().min(1, 'Name the report.').max(100),
  jobId: z.uuid().nullable().default(null),
})
export type SampleBody = z.output<typeof sampleBody>
export const sampleSchema = z.object({
  id: z.uuid(),
  on: z.string(),
  kind: z.enum(['personal', 'area']),
  group: z.string(),
  who: z.string(),
  task: z.string(),
  pump: z.string(),
  substance: z.enum(SUBSTANCES),
  startsAt: z.string().nullable(),
  minutes: z.number(),
  shiftMinutes: z.number(),
  value: z.number(),
  underDetection: z.boolean(),
  rest: z.enum(['unexposed', 'as_sampled']),
  reference: z.string(),
  jobId: z.uuid().nullable(),
})
export type Sample = z.infer<typeof sampleSchema>

export const groupsSchema = z.array(
  z.object({ group: z.string(), substance: z.enum(SUBSTANCES), days: z.number() }),
)
const dayResult = z.object({
  on: z.string(),
  who: z.string(),
  value: z.number(),
  underDetection: z.boolean(),
})
export const groupSchema = z.object({
  group: z.string(),
  substance: z.enum(SUBSTANCES),
  unit: z.enum(['mg/m3', 'ppm']),
  days: z.array(dayResult),
  finding: findingSchema,
  fit: z
    .object({
      n: z.number(),
      gm: z.number(),
      gsd: z.number(),
      p95: z.number(),
      upper70: z.number(),
      upper95: z.number(),
      exceedance: z.number().nullable(),
    })
    .nullable(),
  compliance: z.object({ test: z.string(), verdict: z.string(), sentence: z.string() }).nullable(),
  points: z.array(z.object({ value: z.number(), score: z.number() })),
  limits: z.array(z.object({ set: z.enum(LIMIT_SETS), value: z.number(), decides: z.boolean() })),
})
export type SampleGroup = z.infer<typeof groupSchema>
export const pairsSchema = z.object({
  pairs: z.array(
    z.object({
      jobId: z.uuid(),
      job: z.string(),
      substance: z.enum(SUBSTANCES),
      on: z.string(),
      predicted: z.number(),
      low: z.number(),
      high: z.number(),
      measured: z.number(),
    }),
  ),
  calibrations: z.array(
    z.object({
      substance: z.enum(SUBSTANCES),
      because: z.string().nullable(),
      pairs: z.number(),
      factor: z.number().nullable(),
      low: z.number().nullable(),
      high: z.number().nullable(),
      off: z.boolean(),
    }),
  ),
})
export type Pairs = z.infer<typeof pairsSchema>
