import { z } from 'zod'
import { COUNTS } from '#core/muster/muster'

const instant = z.iso.datetime()

export const musterBody = z.strictObject({
  id: z.uuid(),
  drill: z.boolean(),
  note: z.string().trim().max(300, 'At most 300 letters.').default(''),
})
export const musterPersonBody = z.strictObject({
  id: z.uuid(),
  name: z.string().trim().min(1, 'Say who.').max(120, 'At most 120 letters.'),
})
export const musterCountBody = z.strictObject({
  /** On the list of this muster. */
  who: z.uuid(),
  /** Null: not counted after all. */
  count: z.enum(COUNTS).nullable(),
})
export const musterGasBody = z.strictObject({ gas: z.uuid(), isShut: z.boolean() })
export const musterEndBody = z.strictObject({
  note: z.string().trim().min(3, 'Say how it ended.').max(1000, 'At most 1000 letters.'),
})

export const musterSchema = z.object({
  id: z.uuid(),
  drill: z.boolean(),
  note: z.string(),
  begunAt: instant,
  begunBy: z.string(),
  endedAt: instant.nullable(),
  endedBy: z.string().nullable(),
  endedNote: z.string().nullable(),
  rehearsal: z.boolean(),
  people: z.array(
    z.object({
      id: z.uuid(),
      name: z.string(),
      why: z.string(),
      count: z.enum(COUNTS).nullable(),
      countedAt: instant.nullable(),
      countedBy: z.string().nullable(),
    }),
  ),
  gas: z.array(
    z.object({
      id: z.uuid(),
      name: z.string(),
      place: z.string(),
      fuel: z.boolean(),
      shutAt: instant.nullable(),
      shutBy: z.string().nullable(),
    }),
  ),
})
export type MusterAnswer = z.infer<typeof musterSchema>

/** Of one that is over, as lists show it. */
export const musterRowSchema = z.object({
  id: z.uuid(),
  drill: z.boolean(),
  begunAt: instant,
  endedAt: instant.nullable(),
  counted: z.number(),
  total: z.number(),
  rehearsal: z.boolean(),
})
export type MusterRow = z.infer<typeof musterRowSchema>
