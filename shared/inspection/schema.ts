import { z } from 'zod'
import { version } from '#shared/api/fields'
import { LINES, NOTHING_TOLD, PART_KINDS, SET_KINDS } from '#core/gas/set/kind'
import { HELMET_POWER } from '#core/shade/helmet'
import { partFacts } from '#shared/gas/part'
import { METER_KINDS } from '#core/inspection/calibration'
import { wrongFacts } from '#core/inspection/fields'
import { GEAR_KINDS, USE_MEASURES, type Facts, type GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { GEAR_EVENTS, OCCASIONS } from '#core/inspection/occasion'

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

/** Kinds that have nothing of their own beside the fields of their kind. */
const WITH_OWN_FORM = ['cylinder', 'helmet', 'gasSet', ...PART_KINDS, 'own'] as const
type PlainKind = Exclude<GearKind, (typeof WITH_OWN_FORM)[number]>
const PLAIN_KINDS = GEAR_KINDS.filter(
  (kind): kind is PlainKind => !WITH_OWN_FORM.some((own) => own === kind),
)

/** By field of the kind; numbers in SI, days as ISO text, null: not told. */
const fields = z
  .record(z.string().max(40), z.union([z.string().max(200), z.number(), z.boolean()]).nullable())
  .default({})

const short = z.string().trim().max(60).default('')
const shared = {
  label: z.string().trim().min(1, 'Give it a label.').max(40),
  description: z.string().max(200),
  everyDays: z.number().int().min(1).max(366),
  version,
}
/** Who made it, and since when it is in service; a new one is, from the day it is added. */
const made = { maker: short, model: short, serial: short, inServiceOn: z.iso.date().optional() }
/** The booth where it stands, if it has one. */
const stationId = z.uuid().nullable().default(null)
/** What it is fitted to. */
const parentId = z.uuid().nullable().default(null)

function checkFields(
  { kind, fields }: { kind: GearKind; fields: Facts },
  context: z.RefinementCtx,
): void {
  for (const [id, message] of Object.entries(wrongFacts(KINDS[kind].fields, fields)))
    context.addIssue({ code: 'custom', path: ['fields', id], message })
}

export const gearBody = z.discriminatedUnion('kind', [
  // What else is told of a cylinder has its own page.
  z.strictObject({
    kind: z.literal('cylinder'),
    ...shared,
    gas: z.string().trim().min(1, 'Name the gas.').max(60),
    stationId,
  }),
  z.strictObject({
    kind: z.literal('helmet'),
    ...shared,
    ...made,
    assignedTo: z.uuid().nullable(),
    ranges: z.array(shadeRange).min(1, 'Enter the shade or a range.').max(4),
    details: helmetDetails.default(PLAIN_HELMET),
  }),
  z.strictObject({
    kind: z.literal('gasSet'),
    ...shared,
    ...made,
    stationId,
    setKind: z.enum(SET_KINDS),
  }),
  // Its set and line are told at the set.
  z.strictObject({
    kind: z.literal(PART_KINDS),
    ...shared,
    ...made,
    facts: partFacts.default(NOTHING_TOLD),
  }),
  z
    .strictObject({
      kind: z.literal(PLAIN_KINDS),
      ...shared,
      ...made,
      fields,
      stationId,
      parentId,
    })
    .superRefine(checkFields),
  // Its fields are checked against the kind that the shop made.
  z.strictObject({
    kind: z.literal('own'),
    kindId: z.uuid('Choose the kind.'),
    ...shared,
    ...made,
    fields,
    stationId,
    parentId,
  }),
])
export type GearBody = z.output<typeof gearBody>
export type GearInput = z.input<typeof gearBody>

export const lineResult = z.strictObject({
  id: z.string().max(40),
  mark: z.enum(['pass', 'fail', 'na']),
  note: z.string().trim().max(500).optional(),
  reading: z.number().optional(),
  /** Sent beforehand. */
  photo: z.uuid().optional(),
})
export const inspectionBody = z.strictObject({
  /** Made by the sender, the same over every retry. */
  id: z.uuid().optional(),
  occasion: z.enum(OCCASIONS).default('beforeUse'),
  /** How long it took, s. */
  seconds: z.number().min(0).max(86_400).optional(),
  lines: z.array(lineResult).min(1).max(40),
  /** Of the register, by what the readings were taken; one that is not named is not calibrated. */
  meters: z.partialRecord(z.enum(METER_KINDS), z.uuid().nullable()).default({}),
  repairNote: z
    .string()
    .trim()
    .min(10, 'Say what was repaired, in at least 10 characters.')
    .max(1000)
    .optional(),
})
export type InspectionBody = z.output<typeof inspectionBody>

/** Something happened to it, and it has to be looked at again before use. */
export const gearEventBody = z.strictObject({
  id: z.uuid(),
  event: z.enum(GEAR_EVENTS, 'Say what happened.'),
  note: z.string().trim().max(500).default(''),
})

export const repairBody = z.strictObject({
  id: z.uuid(),
  note: z.string().trim().min(10, 'Say what was repaired, in at least 10 characters.').max(1000),
  parts: z
    .array(
      z.strictObject({
        name: z.string().trim().min(1, 'Name the part.').max(100),
        count: z.number().int().min(1).max(1000),
      }),
    )
    .max(20)
    .default([]),
  /** In the money of the shop; null: not told. */
  cost: z.number().min(0).max(1e9).multipleOf(0.01, 'At most two decimals.').nullable(),
})

export const useBody = z.strictObject({
  id: z.uuid(),
  of: z.enum(USE_MEASURES),
  amount: z.number().gt(0, 'More than nothing.').max(100_000),
})

const lookSchema = z.object({
  occasion: z.enum(OCCASIONS),
  lastOn: z.string().nullable(),
  lastResult: z.enum(['pass', 'fail', 'locked']).nullable(),
  dueOn: z.string().nullable(),
  used: z.number(),
  useEvery: z.number().nullable(),
  /** Whether its readings were taken by a calibrated meter; null: it took none. */
  calibrated: z.boolean().nullable(),
})

export const gearSchema = z.object({
  id: z.uuid(),
  kind: z.enum(GEAR_KINDS),
  /** Of a kind of the shop's own. */
  kindId: z.uuid().nullable(),
  kindName: z.string(),
  label: z.string(),
  gas: z.string().nullable(),
  description: z.string(),
  assignedTo: z.string().nullable(),
  assignedToId: z.uuid().nullable(),
  ranges: z.array(z.tuple([z.number(), z.number()])).nullable(),
  details: helmetDetails.nullable(),
  stationId: z.uuid().nullable(),
  station: z.string().nullable(),
  /** Of a gas set. */
  setKind: z.enum(SET_KINDS).nullable(),
  setChangedAt: z.iso.datetime().nullable(),
  /** Of a part of one. */
  setId: z.uuid().nullable(),
  set: z.string().nullable(),
  line: z.enum(LINES).nullable(),
  facts: partFacts.nullable(),
  fields: z.record(z.string(), z.union([z.string(), z.number(), z.boolean()]).nullable()),
  maker: z.string(),
  model: z.string(),
  serial: z.string(),
  inServiceOn: z.string().nullable(),
  /** What it is fitted to. */
  parentId: z.uuid().nullable(),
  parentKind: z.enum(GEAR_KINDS).nullable(),
  parent: z.string().nullable(),
  everyDays: z.number(),
  lockReason: z.string().nullable(),
  lockedAt: z.iso.datetime().nullable(),
  /** The look that locked it; the same one, passed afresh, unlocks it. */
  lockOccasion: z.enum(OCCASIONS).nullable(),
  /** What is fitted to it and locked out. */
  lockedParts: z.array(z.object({ name: z.string(), reason: z.string() })),
  /** What happened to it, and nobody has looked since. */
  event: z.enum(GEAR_EVENTS).nullable(),
  /** Of every occasion that it is looked at. */
  looks: z.array(lookSchema),
  /** Of the look before use. */
  lastResult: z.enum(['pass', 'fail', 'locked']).nullable(),
  lastAt: z.iso.datetime().nullable(),
  daysSince: z.number().nullable(),
  /** Some newest look found a fault that does not lock it. */
  fault: z.boolean(),
  due: z.boolean(),
  version: z.number(),
})
export type Gear = z.infer<typeof gearSchema>

export const inspectionSchema = z.object({
  id: z.uuid(),
  at: z.iso.datetime(),
  person: z.string(),
  occasion: z.enum(OCCASIONS),
  /** Of its checklist; null: from before checklists had versions. */
  checklist: z.number().nullable(),
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
      /** By what its reading was taken; null: by one that is not in the register. */
      meter: z.string().nullish(),
      calibrated: z.boolean().optional(),
      /** Null: it was taken away. */
      photo: z.uuid().nullish(),
    }),
  ),
})
