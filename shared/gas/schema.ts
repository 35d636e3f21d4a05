import { z } from 'zod'
import { faultOfParts } from '#core/gas/composition'
import { COMPONENTS } from '#core/gas/gas.table'
import { CYLINDER_STATES } from '#core/gas/move'
import { OUTLETS } from '#core/gas/outlet.table'
import { LINES } from '#core/gas/set/kind'
import { COLDEST, HOTTEST } from '#core/gas/state'
import { notNegative, number, positive, share, version } from '#shared/api/fields'
import { findingSchema } from '#shared/finding/schema'

const MOST_PRESSURE = 1e8
const MOST_METRES = 10_000

const partsSchema = z.partialRecord(z.enum(COMPONENTS), share).superRefine((parts, context) => {
  const fault = faultOfParts(parts)
  if (fault) context.addIssue({ code: 'custom', message: fault })
})

/** What is told of a cylinder; null: not told. SI. */
export const cylinderBody = z.strictObject({
  parts: partsSchema.nullable(),
  volume: positive(10).nullable(),
  nominal: positive(1000).nullable(),
  tare: positive(1000).nullable(),
  service: positive(MOST_PRESSURE).nullable(),
  marks: z.string().trim().max(300),
  serial: z.string().trim().max(60),
  tenure: z.enum(['owned', 'rented']).nullable(),
  dailyRate: notNegative(10_000).nullable(),
  supplier: z.string().trim().max(100),
  outlet: z.enum(OUTLETS).nullable(),
  capped: z.boolean().nullable(),
  chained: z.boolean().nullable(),
  version,
})
export type CylinderDetails = z.output<typeof cylinderBody>

const eventId = z.uuid()
const note = z.string().trim().max(500).default('')
const OUTSIDE = 'Outside of what a shop sees.'
const reading = {
  pressure: notNegative(MOST_PRESSURE).nullable(),
  temperature: number.min(COLDEST, OUTSIDE).max(HOTTEST, OUTSIDE).nullable(),
  weight: positive(10_000).nullable(),
  note,
}
const isRead = ({
  pressure,
  weight,
}: {
  pressure: number | null
  weight: number | null
}): boolean => pressure !== null || weight !== null
const NOTHING_READ = { path: ['pressure'], message: 'Enter the pressure or the weight.' }
/** As somebody enters it; sent, it gets the identifier of its event. */
export const readingEntry = z.strictObject(reading).refine(isRead, NOTHING_READ)
export const readingBody = z.strictObject({ eventId, ...reading }).refine(isRead, NOTHING_READ)
export type ReadingBody = z.output<typeof readingBody>

export const cylinderMoveEntry = z.strictObject({
  /** The version that was looked at: of two who move it at once, one wins and the other is told. */
  version: z.int32().min(1),
  state: z.enum(CYLINDER_STATES),
  storeId: z.uuid().nullable(),
  stationId: z.uuid().nullable(),
  /** The gas set to which it is connected; its station is that of the set. */
  setId: z.uuid().nullable().default(null),
  checks: z.strictObject({
    shut: z.boolean(),
    regulatorOff: z.boolean(),
    capped: z.boolean(),
    guarded: z.boolean(),
  }),
  chained: z.boolean().nullable(),
  note,
})
export const cylinderMoveBody = cylinderMoveEntry.extend({ eventId })
export type CylinderMoveBody = z.output<typeof cylinderMoveBody>

/** Acetylene lay down and was stood up; null: nobody knows for how long. */
export const layEntry = z.strictObject({ minutes: notNegative(1_000_000).nullable(), note })
export const layBody = layEntry.extend({ eventId })
export type LayBody = z.output<typeof layBody>

const readingSchema = z.object({
  pressure: z.number().nullable(),
  temperature: z.number().nullable(),
  weight: z.number().nullable(),
  at: z.iso.datetime(),
})

/** A cylinder in a list or on the rack, with what is worked out of it. */
export const cylinderSchema = z.object({
  id: z.uuid(),
  label: z.string(),
  /** As the label says. */
  gas: z.string(),
  ...cylinderBody.omit({ version: true, parts: true }).shape,
  parts: z.partialRecord(z.enum(COMPONENTS), z.number()).nullable(),
  state: z.enum(CYLINDER_STATES).nullable(),
  storeId: z.uuid().nullable(),
  stationId: z.uuid().nullable(),
  setId: z.uuid().nullable(),
  /** The name of store, set and station. */
  place: z.string().nullable(),
  lockReason: z.string().nullable(),
  reading: readingSchema.nullable(),
  /** Gas left, m3 at 70 F and one atmosphere, and of a full one; null: unknown. */
  left: z.number().nullable(),
  share: z.number().nullable(),
  /** The last month in which it may be filled. */
  retestDue: z.string().nullable(),
  arrivedOn: z.iso.date().nullable(),
  findings: z.array(findingSchema),
  version: z.number(),
})
export type Cylinder = z.infer<typeof cylinderSchema>

export const cylinderEventSchema = z.object({
  id: z.uuid(),
  kind: z.enum(['reading', 'move', 'lay']),
  at: z.iso.datetime(),
  by: z.string(),
  pressure: z.number().nullable(),
  temperature: z.number().nullable(),
  weight: z.number().nullable(),
  /** For how long it lay. */
  minutes: z.number().nullable(),
  state: z.enum(CYLINDER_STATES).nullable(),
  place: z.string().nullable(),
  note: z.string(),
  rehearsal: z.boolean(),
})

/** A cylinder as work is judged by it. */
export const forWorkSchema = z.object({
  id: z.uuid(),
  label: z.string(),
  gas: z.string(),
  setId: z.uuid().nullable(),
  line: z.enum(LINES).nullable(),
  acetylene: z.boolean(),
  left: z.number().nullable(),
  usable: z.number().nullable(),
  held: z.array(findingSchema),
})

const metres = notNegative(MOST_METRES).nullable()
export const gasStoreBody = z.strictObject({
  name: z.string().trim().min(1, 'Name the store.').max(100),
  indoors: z.boolean().nullable(),
  oxygenToFuel: metres,
  barrier: z.boolean().nullable(),
  toCombustibles: metres,
  toHeat: metres,
  apart: z.boolean().nullable(),
  version,
})
export type GasStoreBody = z.output<typeof gasStoreBody>
export const gasStoreSchema = gasStoreBody.extend({
  id: z.uuid(),
  version: z.number(),
  cylinders: z.number(),
})
export type GasStore = z.infer<typeof gasStoreSchema>
