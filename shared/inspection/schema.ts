import { z } from 'zod'
import { version } from '#shared/api/fields'
import { LINES, NOTHING_TOLD, PART_KINDS, SET_KINDS } from '#core/gas/set/kind'
import { HELMET_POWER } from '#core/shade/helmet'
import { partFacts } from '#shared/gas/part'
import { GEAR_KINDS } from '#core/inspection/checklist.table'

const shadeRange = z
  .tuple([z.number().min(1).max(16), z.number().min(1).max(16)])
  .refine(([from, to]) => from <= to, 'From light to dark.')

const helmetDetails = z.strictObject({
  grind: z.boolean(),
  sensitivity: z.boolean(),
  delay: z.boolean(),
  power: z.enum(HELMET_POWER).nullable(),
  spares: z.number('Enter a number.').int().min(0).max(1000).nullable(),
  marking: z.string().trim().max(200),
})
export const PLAIN_HELMET = {
  grind: false,
  sensitivity: false,
  delay: false,
  power: null,
  spares: null,
  marking: '',
}

const label = z.string().trim().min(1, 'Give it a label.').max(40)
/** The booth where it stands, if it has one. */
const stationId = z.uuid().nullable().default(null)
const everyDays = z.number().int().min(1).max(366)
export const gearBody = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('cylinder'),
    label,
    gas: z.string().trim().min(1, 'Name the gas.').max(60),
    description: z.string().max(200),
    everyDays,
    stationId,
    version,
  }),
  z.strictObject({
    kind: z.literal('machine'),
    label,
    description: z.string().max(200),
    everyDays,
    stationId,
    version,
  }),
  z.strictObject({
    kind: z.literal('helmet'),
    label,
    description: z.string().max(200),
    everyDays,
    assignedTo: z.uuid().nullable(),
    ranges: z.array(shadeRange).min(1, 'Enter the shade or a range.').max(4),
    details: helmetDetails.default(PLAIN_HELMET),
    version,
  }),
  z.strictObject({
    kind: z.literal('gasSet'),
    label,
    description: z.string().max(200),
    everyDays,
    stationId,
    setKind: z.enum(SET_KINDS),
    version,
  }),
  // Its set and line are told at the set.
  z.strictObject({
    kind: z.literal(PART_KINDS),
    label,
    description: z.string().max(200),
    everyDays,
    facts: partFacts.default(NOTHING_TOLD),
    version,
  }),
])
export type GearBody = z.output<typeof gearBody>

const lineResult = z.strictObject({
  id: z.string().max(40),
  mark: z.enum(['pass', 'fail', 'na']),
  note: z.string().trim().max(500).optional(),
  reading: z.number().optional(),
})
export const inspectionBody = z.strictObject({
  lines: z.array(lineResult).min(1).max(40),
  repairNote: z
    .string()
    .trim()
    .min(10, 'Say what was repaired, in at least 10 characters.')
    .max(1000)
    .optional(),
})
export type InspectionBody = z.infer<typeof inspectionBody>

export const gearSchema = z.object({
  id: z.uuid(),
  kind: z.enum(GEAR_KINDS),
  label: z.string(),
  gas: z.string().nullable(),
  description: z.string(),
  assignedTo: z.string().nullable(),
  assignedToId: z.uuid().nullable(),
  ranges: z.array(z.tuple([z.number(), z.number()])).nullable(),
  details: helmetDetails.nullable(),
  stationId: z.uuid().nullable(),
  /** Of a gas set. */
  setKind: z.enum(SET_KINDS).nullable(),
  setChangedAt: z.iso.datetime().nullable(),
  /** Of a part of one. */
  setId: z.uuid().nullable(),
  set: z.string().nullable(),
  line: z.enum(LINES).nullable(),
  facts: partFacts.nullable(),
  everyDays: z.number(),
  lockReason: z.string().nullable(),
  lockedAt: z.iso.datetime().nullable(),
  lastResult: z.enum(['pass', 'fail', 'locked']).nullable(),
  lastAt: z.iso.datetime().nullable(),
  daysSince: z.number().nullable(),
  due: z.boolean(),
  version: z.number(),
})
export type Gear = z.infer<typeof gearSchema>

export const inspectionSchema = z.object({
  id: z.uuid(),
  at: z.iso.datetime(),
  person: z.string(),
  result: z.enum(['pass', 'fail', 'locked']),
  repairNote: z.string().nullable(),
  rehearsal: z.boolean(),
  lines: z.array(
    z.object({
      id: z.string(),
      mark: z.enum(['pass', 'fail', 'na']),
      note: z.string().optional(),
      reading: z.number().optional(),
      critical: z.boolean(),
      name: z.string(),
      text: z.string(),
      because: z.string().optional(),
    }),
  ),
})
