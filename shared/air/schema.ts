import { z } from 'zod'
import { LEVELS } from '#core/finding/finding'
import { LIMIT_KINDS, LIMIT_SETS, PARTICULATES, SUBSTANCES } from '#core/exposure/terms'
import { RESPIRATORS } from '#core/job/job'
import { airCaseSchema } from '#shared/air/case'
import { gasTestSchema } from '#shared/air/gas-test'
import { compositionSchema } from '#shared/fume/schema'
import { hoodBody, surveySchema } from '#shared/hood/schema'
import { findingSchema } from '#shared/finding/schema'

import { deviceSchema, alarmSchema } from '#shared/monitor/schema'

export const DRAWS = [10_000, 100_000, 1_000_000] as const
export const assessmentBody = z.strictObject({
  air: airCaseSchema,
  seed: z.number().int().min(0).max(2_147_483_647),
  draws: z.union(DRAWS.map((count) => z.literal(count))),
  note: z.string().trim().max(1000).default(''),
})
export type AssessmentBody = z.input<typeof assessmentBody>
const quantiles = z.object({ p5: z.number(), p50: z.number(), p95: z.number(), mean: z.number() })
/** Results as they were: planning values, quantiles, and the chance to exceed each limit. */
const resultSchema = z.object({
  substance: z.enum(PARTICULATES),
  twa: z.number(),
  stel: z.number(),
  ceiling: z.number(),
  bound: z.boolean(),
  because: z.string().nullable(),
  drawn: z.object({ twa: quantiles, stel: quantiles, ceiling: quantiles }).nullable(),
  limits: z.array(
    z.object({
      text: z.string(),
      kind: z.enum(LIMIT_KINDS),
      level: z.enum(LEVELS),
      value: z.number(),
      share: z.number(),
      decides: z.boolean(),
      chance: z.number().nullable(),
    }),
  ),
  upperShare: z.number().nullable(),
  band: z.string().nullable(),
  level: z.enum(LEVELS),
})
export type AirResult = z.infer<typeof resultSchema>
const controlSchema = z.object({
  id: z.string(),
  level: z.enum(LEVELS),
  rung: z.string().nullable(),
  name: z.string(),
  chance: z.number(),
  upperShare: z.number(),
  because: z.string().optional(),
})
const resultsSchema = z.object({
  substances: z.array(resultSchema),
  controls: z.array(controlSchema),
  decisive: z.enum(PARTICULATES).nullable(),
})
const assessmentRow = {
  id: z.uuid(),
  at: z.iso.datetime(),
  by: z.string(),
  model: z.string(),
  seed: z.number(),
  draws: z.number(),
  note: z.string(),
  current: z.boolean(),
  rehearsal: z.boolean(),
}
export const assessmentSchema = z.object({
  ...assessmentRow,
  jobId: z.uuid(),
  jobTitle: z.string(),
  jobNumber: z.number(),
  placeName: z.string(),
  air: airCaseSchema,
  adopted: z.array(z.enum(LIMIT_SETS)),
  respirator: z.enum(RESPIRATORS),
  results: resultsSchema,
  findings: z.array(findingSchema),
})
export type Assessment = z.infer<typeof assessmentSchema>
/** What came out otherwise when an assessment was worked out again: inputs by name, results by substance. */
export const rerunSchema = z.object({
  inputs: z.array(z.object({ path: z.string(), then: z.string(), now: z.string() })),
  results: z.array(
    z.object({ substance: z.enum(PARTICULATES), then: z.number(), now: z.number() }),
  ),
  model: z.object({ then: z.string(), now: z.string() }),
  adopted: z.object({ then: z.array(z.string()), now: z.array(z.string()) }),
})
export type Rerun = z.infer<typeof rerunSchema>
export const stationAirSchema = z.object({
  station: z.object({ id: z.uuid(), name: z.string() }),
  hood: hoodBody.nullable(),
  surveys: z.array(surveySchema),
  trend: z.object({
    because: z.string().nullable(),
    from: z.string().nullable(),
    fallsOn: z.string().nullable(),
    mayFallOn: z.string().nullable(),
    line: z.array(
      z.object({ on: z.string(), expected: z.number(), low: z.number(), high: z.number() }),
    ),
  }),
  devices: z.array(deviceSchema),
  traces: z.array(
    z.object({
      substance: z.enum(SUBSTANCES),
      points: z.array(z.object({ at: z.iso.datetime(), value: z.number() })),
      limit: z.object({ text: z.string(), value: z.number() }).nullable(),
    }),
  ),
  alarms: z.array(alarmSchema),
  findings: z.array(findingSchema),
})
export type StationAir = z.infer<typeof stationAirSchema>
export const airOverviewSchema = z.object({
  stations: z.array(
    z.object({
      id: z.uuid(),
      name: z.string(),
      hood: z.boolean(),
      findings: z.array(findingSchema),
    }),
  ),
  alarms: z.array(alarmSchema),
  assessments: z.array(
    z.object({
      ...assessmentRow,
      jobId: z.uuid(),
      jobTitle: z.string(),
      worst: z.enum(LEVELS),
    }),
  ),
})
export const jobAirSchema = z.object({
  job: z.object({
    id: z.uuid(),
    number: z.number(),
    title: z.string(),
    placeName: z.string(),
    stationId: z.uuid().nullable(),
  }),
  start: airCaseSchema,
  prescriptive: z.array(findingSchema),
  applies: z.object({ ok: z.boolean(), because: z.string().nullable() }),
  respirator: z.enum(RESPIRATORS),
  welder: z.string().nullable(),
  /** Whether the welder named may wear the respirator of the job; null while nobody is named. */
  welderReady: findingSchema.nullable(),
  /** Report of the sampling results that the job carries; they go before any estimate. */
  measured: z.string().nullable(),
  /** How far the hood of the station still captures, m; null without a hood on file or with too little flow. */
  hoodReach: z.number().nullable(),
  confined: z.boolean(),
  adopted: z.array(z.enum(LIMIT_SETS)),
  own: z.array(compositionSchema),
  assessments: z.array(z.object(assessmentRow)),
  latest: assessmentSchema.nullable(),
  calibration: z.array(
    z.object({
      substance: z.enum(PARTICULATES),
      pairs: z.number(),
      factor: z.number(),
      low: z.number(),
      high: z.number(),
      off: z.boolean(),
    }),
  ),
  gasTests: z.array(gasTestSchema),
  now: z.array(findingSchema),
})
export type JobAir = z.infer<typeof jobAirSchema>
