import { z } from 'zod'
import { FUEL_GASES } from '#core/air/closed-space'
import { GASES, LIMIT_SETS, PARTICULATES, SUBSTANCES } from '#core/exposure/terms'
import { ALLOYS, faultsOf, PARTS } from '#core/fume/composition'
import { WIRE_METALS } from '#core/fume/consumed'
import { HOOD_SHAPES } from '#core/hood/velocity'
import { BASE_METALS, COATINGS, PROCESSES, RESPIRATORS } from '#core/job/job'
import { SYMPTOMS } from '#core/monitor/symptoms'
import { findingSchema } from '#shared/job/schema'

const number = z.number('Enter a number.')
const positive = (most: number): z.ZodNumber =>
  number.positive('Must be more than zero.').max(most, `At most ${most}.`)
const notNegative = (most: number): z.ZodNumber =>
  number.min(0, 'Not negative.').max(most, `At most ${most}.`)
const share = number.min(0, 'From 0 to 1.').max(1, 'From 0 to 1.')
const minutes = number.min(0, 'Not negative.').max(1440, 'A day has 24 hours.')
const range = (lowest: number, highest: number): z.ZodType<{ low: number; high: number }> =>
  z.strictObject({
    low: number.min(lowest, `At least ${lowest}.`).max(1, 'At most 1.'),
    high: number.min(1, 'At least 1.').max(highest, `At most ${highest}.`),
  })

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

const consumedSchema = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('default') }),
  z.strictObject({ by: z.literal('rate'), rate: positive(100) }),
  z.strictObject({
    by: z.literal('wire'),
    diameter: positive(0.01),
    speed: positive(1),
    metal: z.enum(WIRE_METALS),
    tubular: z.boolean(),
  }),
  z
    .strictObject({
      by: z.literal('rods'),
      perHour: positive(500),
      mass: positive(2),
      stub: notNegative(2),
    })
    .refine((rods) => rods.stub < rods.mass, {
      message: 'The stub weighs less than the rod.',
      path: ['stub'],
    }),
])

const sourceSchema = z.strictObject({
  name: z.string().trim().min(1, 'Name the source.').max(60),
  kind: z.enum(['weld', 'grind']),
  process: z.enum(PROCESSES),
  amps: positive(3000).nullable(),
  consumable: z.string().trim().max(60).nullable(),
  own: compositionSchema.nullable(),
  consumed: consumedSchema,
  baseMetal: z.enum(BASE_METALS),
  coating: z.enum(COATINGS),
  zinc: z
    .strictObject({
      coating: positive(2000),
      sides: z.union([z.literal(1), z.literal(2)]),
      width: positive(0.5),
      travel: positive(0.5),
      vaporised: share,
    })
    .nullable(),
  grinding: notNegative(10_000).nullable(),
  welders: number.int('Whole people.').min(1, 'At least one.').max(100),
  arcShare: number.positive('Must be more than zero.').max(1, 'At most 1.'),
  from: minutes,
  to: minutes,
  mine: z.boolean(),
  capture: z.strictObject({ low: share, high: share }),
})

const mgPerM3 = notNegative(100_000)
/** One shift, as the models take it. m3, m3/s, mg/m3, minutes since the start of the shift. Faults that fields do not show are told by `faultsOfCase`. */
export const airCaseSchema = z.strictObject({
  volume: number.max(10_000_000),
  flow: number.max(10_000),
  changes: z.array(z.strictObject({ at: minutes, flow: number.max(10_000) })).max(200),
  mixing: number.min(1, 'From 1 to 10.').max(10, 'From 1 to 10.'),
  near: z
    .strictObject({
      radius: number.min(0.1, 'From 0.1 to 2 m.').max(2, 'From 0.1 to 2 m.'),
      airSpeed: number.min(0.01, 'From 0.01 to 1 m/s.').max(1, 'From 0.01 to 1 m/s.'),
    })
    .nullable(),
  background: z.partialRecord(z.enum(PARTICULATES), mgPerM3),
  shiftMinutes: number.positive('Must be more than zero.').max(1440, 'A day has 24 hours.'),
  sources: z.array(sourceSchema).max(30),
  spread: z.strictObject({
    emission: number.min(1).max(10),
    content: number.min(1).max(10),
    arcShare: range(0, 5),
    flow: range(0.05, 5),
    mixing: range(0.1, 10),
    airSpeed: range(0.05, 10),
  }),
})
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
  highest15: z.number(),
  ceiling: z.number(),
  bound: z.boolean(),
  because: z.string().nullable(),
  drawn: z.object({ twa: quantiles, highest15: quantiles, ceiling: quantiles }).nullable(),
  limits: z.array(
    z.object({
      text: z.string(),
      value: z.number(),
      share: z.number(),
      decides: z.boolean(),
      chance: z.number().nullable(),
    }),
  ),
  upperShare: z.number().nullable(),
  band: z.string().nullable(),
})
export type AirResult = z.infer<typeof resultSchema>
const controlSchema = z.object({
  id: z.string(),
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
  where: z.string(),
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

export const consumableSchema = z.object({
  id: z.uuid(),
  composition: compositionSchema,
  retired: z.boolean(),
})
export type OwnConsumable = z.infer<typeof consumableSchema>
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

export const gasTestBody = z.strictObject({
  id: z.uuid(),
  oxygen: number.min(0, 'From 0 to 100 %.').max(100, 'From 0 to 100 %.').nullable(),
  explosive: number.min(0, 'From 0 to 100 %.').max(100, 'From 0 to 100 %.').nullable(),
  others: z.partialRecord(z.enum(GASES), notNegative(1_000_000)),
  instrument: z.string().trim().min(1, 'Name the instrument.').max(100),
  bumpTested: z.boolean(),
  minutes: number.int().min(5, 'From 5 to 480 minutes.').max(480, 'From 5 to 480 minutes.'),
})
const gasTestSchema = z.object({
  id: z.uuid(),
  at: z.iso.datetime(),
  until: z.iso.datetime(),
  by: z.string(),
  oxygen: z.number().nullable(),
  explosive: z.number().nullable(),
  others: z.partialRecord(z.enum(GASES), z.number()),
  instrument: z.string(),
  bumpTested: z.boolean(),
})
export const releaseBody = z.strictObject({
  gas: z.enum(['inert', 'oxygen', ...FUEL_GASES]),
  amount: notNegative(10_000),
  space: positive(1_000_000),
  mixed: z.boolean(),
})

const point = z.strictObject({
  x: number.min(-3).max(3),
  y: number.min(-1, 'At most 1 m under the arc.').max(3),
})
export const sectionSchema = z
  .strictObject({
    process: z.enum(PROCESSES),
    amps: positive(3000),
    shape: z.enum(HOOD_SHAPES),
    opening: positive(2),
    duct: positive(2),
    flow: positive(20),
    damper: share,
    hood: point,
    head: point,
    draft: number.min(-5, 'At most 5 m/s.').max(5, 'At most 5 m/s.'),
  })
  .refine((section) => Math.hypot(section.hood.x, section.hood.y) >= 0.02, {
    message: 'The hood is on the arc.',
    path: ['hood'],
  })
export const hoodBody = z.strictObject({
  section: sectionSchema,
  need: positive(50),
  surveyDays: number.int().min(1).max(1000),
})
export const surveyBody = z.strictObject({
  id: z.uuid(),
  on: z.iso.date('Enter a day.'),
  velocity: notNegative(100),
  staticPressure: notNegative(100_000).nullable(),
  filterChanged: z.boolean(),
  note: z.string().trim().max(500).default(''),
})
const surveySchema = z.object({
  id: z.uuid(),
  on: z.string(),
  velocity: z.number(),
  staticPressure: z.number().nullable(),
  filterChanged: z.boolean(),
  note: z.string(),
  by: z.string(),
})

export const deviceBody = z.strictObject({
  name: z.string().trim().min(1, 'Name the monitor.').max(100),
  stationId: z.uuid('Choose a station.'),
})
export const deviceSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  stationId: z.uuid(),
  station: z.string(),
  lastAt: z.iso.datetime().nullable(),
  revoked: z.boolean(),
})
/** Readings of one monitor, in any order; a moment that came before is not counted again. */
export const readingsBody = z.strictObject({
  readings: z
    .array(
      z.strictObject({
        substance: z.enum(SUBSTANCES, 'Not a substance that is known here.'),
        at: z.iso.datetime({
          offset: true,
          message: 'A moment with its zone, like 2026-03-05T14:07:00Z.',
        }),
        value: notNegative(1_000_000),
      }),
    )
    .min(1, 'At least one reading.')
    .max(2000, 'At most 2,000 at once.'),
})
export const ingestSchema = z.object({
  kept: z.number(),
  known: z.number(),
  /** Same moment, another figure: the first one stands. */ contradicted: z.number(),
  alarm: z.boolean(),
})

export const alarmBody = z.strictObject({
  id: z.uuid(),
  kind: z.enum(['ill', 'bad_air']),
  stationId: z.uuid().nullable().default(null),
  jobId: z.uuid().nullable().default(null),
  symptoms: z.array(z.enum(SYMPTOMS)).max(SYMPTOMS.length).default([]),
  note: z.string().trim().max(500).default(''),
})
export const alarmDetailBody = z.strictObject({
  symptoms: z.array(z.enum(SYMPTOMS)).max(SYMPTOMS.length),
  note: z.string().trim().max(500).default(''),
})
export const clearBody = z.strictObject({
  note: z.string().trim().min(3, 'Say what was found and done.').max(500),
})
export const alarmSchema = z.object({
  id: z.uuid(),
  kind: z.enum(['ill', 'bad_air', 'monitor']),
  where: z.string(),
  stationId: z.uuid().nullable(),
  jobId: z.uuid().nullable(),
  symptoms: z.array(z.enum(SYMPTOMS)),
  note: z.string(),
  by: z.string(),
  at: z.iso.datetime(),
  clearedAt: z.iso.datetime().nullable(),
  clearedBy: z.string().nullable(),
  clearedNote: z.string(),
})
export type AirAlarm = z.infer<typeof alarmSchema>

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
      worst: z.enum(['clear', 'caution', 'stop', 'unknown']),
    }),
  ),
})

export const jobAirSchema = z.object({
  job: z.object({
    id: z.uuid(),
    number: z.number(),
    title: z.string(),
    where: z.string(),
    stationId: z.uuid().nullable(),
  }),
  start: airCaseSchema,
  prescriptive: z.array(findingSchema),
  applies: z.object({ ok: z.boolean(), because: z.string().nullable() }),
  respirator: z.enum(RESPIRATORS),
  welder: z.string().nullable(),
  welderRecord: z
    .object({
      clearedUntil: z.string().nullable(),
      fitTestOn: z.string().nullable(),
      fitModel: z.string().nullable(),
      fitSize: z.string().nullable(),
      sealCheckOn: z.string().nullable(),
    })
    .nullable(),
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
