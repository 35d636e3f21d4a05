import { z } from 'zod'
import { LINES, PART_KINDS, SET_KINDS } from '#core/gas/set/kind'
import { TASKS } from '#core/gas/set/step'
import { COLDEST, HOTTEST } from '#core/gas/state'
import { notNegative, number } from '#shared/api/fields'
import { findingSchema, sourceSchema } from '#shared/finding/schema'
import { partFacts } from '#shared/gas/part'
import { cylinderSchema } from '#shared/gas/schema'

const MOST_PRESSURE = 1e8

const line = z.enum(LINES).nullable()
export const setPartsBody = z.strictObject({
  parts: z.array(z.strictObject({ id: z.uuid(), line })).max(40),
  version: z.int32().min(1),
})
export type SetPartsBody = z.output<typeof setPartsBody>

const stepSchema = z.object({
  id: z.string(),
  text: z.string(),
  why: z.string(),
  source: sourceSchema,
  entry: z.enum(['none', 'working', 'before', 'after']),
  line,
  seconds: z.number().nullable(),
})
const stepReading = z.strictObject({
  pressure: notNegative(MOST_PRESSURE).nullable(),
  temperature: number
    .min(COLDEST, 'Outside of what a shop sees.')
    .max(HOTTEST, 'Outside of what a shop sees.')
    .nullable(),
})
export const runSchema = z.object({
  id: z.uuid(),
  setId: z.uuid(),
  set: z.string(),
  task: z.enum(TASKS),
  by: z.string(),
  startedAt: z.iso.datetime(),
  endedAt: z.iso.datetime().nullable(),
  result: z.enum(['done', 'failed', 'left']).nullable(),
  rehearsal: z.boolean(),
  steps: z.array(stepSchema),
  answers: z.array(
    z.object({
      step: z.string(),
      result: z.enum(['done', 'failed']),
      at: z.iso.datetime(),
      by: z.string(),
      reading: stepReading.nullable(),
      finding: findingSchema.nullable(),
      note: z.string(),
    }),
  ),
  /** What the figures of a reading depend on: room of the hoses, m3, and finest step of the gauge, Pa, by line. */
  facts: z.object({
    acetylene: z.boolean(),
    volume: z.partialRecord(z.enum(LINES), z.number().nullable()),
    resolution: z.partialRecord(z.enum(LINES), z.number().nullable()),
  }),
})
export type SetRun = z.infer<typeof runSchema>

export const startRunBody = z.strictObject({ id: z.uuid(), task: z.enum(TASKS) })
export const answerBody = z
  .strictObject({
    eventId: z.uuid(),
    step: z.string().min(1).max(40),
    result: z.enum(['done', 'failed']),
    reading: stepReading.nullable().default(null),
    note: z.string().trim().max(500).default(''),
  })
  .refine(({ result, note }) => result === 'done' || note !== '', {
    path: ['note'],
    message: 'Say what is wrong.',
  })
export type AnswerBody = z.output<typeof answerBody>

const pastRun = runSchema
  .pick({
    id: true,
    task: true,
    by: true,
    startedAt: true,
    endedAt: true,
    result: true,
    rehearsal: true,
  })
  .extend({
    /** Of one under way: how many of its steps are answered. */
    answered: z.number(),
    steps: z.number(),
    /** What failed. */
    note: z.string().nullable(),
  })

export const gasSetSchema = z.object({
  id: z.uuid(),
  label: z.string(),
  kind: z.enum(SET_KINDS),
  station: z.string().nullable(),
  lockReason: z.string().nullable(),
  changedAt: z.iso.datetime().nullable(),
  tightAt: z.iso.datetime().nullable(),
  version: z.number(),
  cylinders: z.array(cylinderSchema),
  parts: z.array(
    z.object({
      id: z.uuid(),
      kind: z.enum(PART_KINDS),
      label: z.string(),
      line,
      facts: partFacts,
      lockReason: z.string().nullable(),
      due: z.boolean(),
    }),
  ),
  /** Whether it may be used as it stands. */
  findings: z.array(findingSchema),
  tasks: z.array(z.enum(TASKS)),
  /** Newest first. */
  runs: z.array(pastRun),
})
export type GasSet = z.infer<typeof gasSetSchema>
