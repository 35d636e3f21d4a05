import { z } from 'zod'
import {
  ALSO_PRESENT,
  BASE_METALS,
  COATINGS,
  HOOD_KINDS,
  POSITIONS,
  PROCESSES,
  RESPIRATORS,
  isArc,
} from '#core/job/job'
import { notNegative, positive } from '#shared/api/fields'
import { findingSchema } from '#shared/finding/schema'
import { isMeasured } from '#core/exposure/measured'
import { SUBSTANCES, type Substance } from '#core/exposure/terms'

const concentration = z.number().min(0, 'Not negative.').max(1_000_000).optional()

export const airSchema = z.strictObject({
  space: z.enum(['indoors', 'outdoors', 'confined']),
  volume: positive(10_000_000).nullable(),
  measuredOn: z
    .strictObject({ plan: z.number().int().min(1), room: z.string().max(100) })
    .nullable()
    .optional(),
  ceiling: positive(200).nullable(),
  obstructed: z.boolean().nullable(),
  generalFlow: z.number().min(0, 'Not negative.').max(10_000).nullable(),
  mixing: z.number().min(1, 'From 1 to 10.').max(10, 'From 1 to 10.'),
  wind: z.number().min(0, 'Not negative.').max(50, 'At most 50 m/s.').nullable().default(null),
  hood: z.enum(HOOD_KINDS),
  hoodFlow: positive(100).nullable(),
  hoodDistance: positive(10).nullable(),
  hoodFlanged: z.boolean(),
  hoodProved: z.boolean(),
})

const resultsSchema = z.strictObject(
  Object.fromEntries(SUBSTANCES.map((substance) => [substance, concentration])) as Record<
    Substance,
    typeof concentration
  >,
)

/** Air sampling of the task; every result says by its kind whether it was taken over 8 h, 15 min or a moment. */
const measuredSchema = z
  .strictObject({
    reference: z.string().trim().min(3, 'Name the report.').max(200),
    results: z.strictObject({
      twa: resultsSchema.optional(),
      stel: resultsSchema.optional(),
      ceiling: resultsSchema.optional(),
    }),
  })
  .refine((measured) => SUBSTANCES.some((substance) => isMeasured(measured, substance)), {
    message: 'Enter at least one result.',
    path: ['reference'],
  })

/** Power W, wavelength nm, divergence rad (full angle), exposure s; continuous wave. */
export const laserSchema = z.strictObject({
  power: positive(1_000_000),
  wavelength: positive(100_000),
  divergence: positive(3),
  exposure: positive(100_000),
  eyewear: z.number().min(0, 'Not negative.').max(20, 'At most 20.').nullable(),
  barrier: z.boolean().nullable(),
  everyone: z.boolean().nullable(),
})

const minutes = z.number('Enter minutes.').min(0, 'Not negative.').max(720, 'At most 720 minutes.')
/** Minutes at the grinder and at gouging in the shift; NRR of the ear plug, dB. */
const noiseSchema = z.strictObject({
  grinding: minutes,
  gouging: minutes,
  plug: z.number().min(0, 'Not negative.').max(40, 'No plug is rated over 40.').nullable(),
})

export const specShape = {
  process: z.enum(PROCESSES),
  amps: positive(3000).nullable(),
  ampsFrom: positive(3000).nullable().default(null),
  electrode: positive(25).nullable(),
  consumable: z.string().trim().max(60).nullable(),
  consumption: positive(100).nullable(),
  baseMetal: z.enum(BASE_METALS),
  coating: z.enum(COATINGS),
  thickness: positive(2000).nullable(),
  position: z.enum(POSITIONS),
  grinding: z.boolean().default(false),
  noise: noiseSchema.nullable().default(null),
  arcHidden: z.boolean().default(false),
  shieldGas: z.enum(['active', 'inert']).nullable().default(null),
  gasFlow: positive(100_000).nullable().default(null),
  shieldFlow: positive(1000).nullable().default(null),
  postFlow: notNegative(600).nullable().default(null),
  starts: z
    .number('Enter a number.')
    .int('Whole starts.')
    .min(0)
    .max(10_000)
    .nullable()
    .default(null),
  purgeVolume: notNegative(1000).nullable().default(null),
  otherFlow: positive(100_000).nullable().default(null),
  laser: laserSchema.nullable().default(null),
  arcMinutes: z.number().min(1, 'At least one minute.').max(720, 'At most 720 minutes in a shift.'),
  welders: z.number().int('Whole welders.').min(1, 'At least one.').max(100),
  hooded: z
    .number()
    .int('Whole welders.')
    .min(1, 'At least one.')
    .max(100)
    .nullable()
    .default(null),
  air: airSchema,
  respirator: z.enum(RESPIRATORS),
  also: z.array(z.enum(ALSO_PRESENT)).max(ALSO_PRESENT.length).default([]),
  measured: measuredSchema.nullable(),
}
const specSchema = z
  .strictObject(specShape)
  .refine((spec) => !isArc(spec.process) || spec.amps !== null, {
    message: 'An arc process needs its current.',
    path: ['amps'],
  })
  .refine((spec) => spec.ampsFrom === null || (spec.amps !== null && spec.ampsFrom <= spec.amps), {
    message: 'The low end is higher than the high end.',
    path: ['ampsFrom'],
  })
  .refine((spec) => spec.hooded === null || spec.hooded <= spec.welders, {
    message: 'Not more than weld here.',
    path: ['hooded'],
  })

export const jobBody = z
  .strictObject({
    title: z.string().trim().min(1, 'Name the job.').max(200),
    stationId: z.uuid().nullable(),
    place: z.string().trim().min(1).max(200).nullable(),
    welderId: z.uuid().nullable(),
    helmetId: z.uuid().nullable(),
    gearIds: z.array(z.uuid()).max(20),
    cylinderIds: z.array(z.uuid()).max(20),
    spec: specSchema,
    /** The version that was read; a later one is not overwritten. */
    version: z.int32().optional(),
  })
  .refine((job) => (job.stationId === null) !== (job.place === null), {
    message: 'Choose a station, or say where.',
    path: ['place'],
  })
export type JobBody = z.infer<typeof jobBody>

export const jobRowSchema = z.object({
  id: z.uuid(),
  number: z.number(),
  title: z.string(),
  process: z.enum(PROCESSES),
  placeName: z.string(),
  welder: z.string().nullable(),
  updatedAt: z.iso.datetime(),
})
export const jobSchema = z.object({
  id: z.uuid(),
  number: z.number(),
  title: z.string(),
  stationId: z.uuid().nullable(),
  place: z.string().nullable(),
  placeName: z.string(),
  designated: z.boolean(),
  welderId: z.uuid().nullable(),
  welder: z.string().nullable(),
  helmetId: z.uuid().nullable(),
  gearIds: z.array(z.uuid()),
  cylinderIds: z.array(z.uuid()),
  spec: z.strictObject(specShape),
  version: z.number(),
  rehearsal: z.boolean(),
  updatedAt: z.iso.datetime(),
  findings: z.array(findingSchema),
  airCheck: z.object({ basis: z.string(), findings: z.array(findingSchema) }).nullable(),
  airNow: z.array(findingSchema),
  /** The published plan when it was described last. */
  planVersion: z.number().nullable(),
  openPermit: z.object({ id: z.uuid(), number: z.number(), state: z.string() }).nullable(),
})
export type Job = z.infer<typeof jobSchema>

export const choiceSchema = z.object({
  title: z.string(),
  jobId: z.uuid(),
  placeName: z.string(),
  times: z.number(),
})
