import { LEVELS } from '#core/finding/finding'
import { z } from 'zod'
import { PROCESSES } from '#core/job/job'
import { CONFLICT_IDS } from '#core/ppe/terms'
import { NEEDS, PRESENCES } from '#core/readiness/terms'
import { findingSchema } from '#shared/finding/schema'
import { pin } from '#shared/sign-in/schema'

const ids = z.array(z.uuid()).min(1, 'Choose someone.').max(200)
const day = z.iso.date('Enter a day.')
const level = z.enum(LEVELS)

export const sessionBody = z.strictObject({
  day,
  title: z.string().trim().min(1, 'Name the session.').max(200),
  courseId: z.uuid().nullable(),
})
export type SessionBody = z.output<typeof sessionBody>
export const copyBody = z.strictObject({ day })
export const sessionRowSchema = z.object({
  id: z.uuid(),
  day: z.string(),
  title: z.string(),
  course: z.string().nullable(),
  people: z.number(),
  here: z.number(),
  rehearsal: z.boolean(),
})
export type SessionRow = z.infer<typeof sessionRowSchema>

const PLACES = {
  stationId: z.uuid().nullable().optional(),
  jobId: z.uuid().nullable().optional(),
  helmetId: z.uuid().nullable().optional(),
  machineId: z.uuid().nullable().optional(),
  cylinderId: z.uuid().nullable().optional(),
}

/** Everything that can be done to a session; each is one step back for undo. */
export const changeBody = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('add'), people: ids }),
  z.strictObject({ kind: z.literal('remove'), people: ids }),
  z.strictObject({ kind: z.literal('presence'), people: ids, presence: z.enum(PRESENCES) }),
  z.strictObject({ kind: z.literal('assign'), people: ids, set: z.strictObject(PLACES) }),
  z.strictObject({
    kind: z.literal('spread'),
    people: ids,
    stations: z.array(z.uuid()).min(1, 'Choose the stations.').max(100),
  }),
  z.strictObject({ kind: z.literal('seen'), people: ids, seen: z.array(z.enum(CONFLICT_IDS)) }),
  z.strictObject({
    kind: z.literal('kit'),
    people: ids,
    pieces: z.array(z.string().max(40)).min(1).max(60),
    state: z.enum(['has', 'lacks']),
  }),
  z.strictObject({ kind: z.literal('kit_open'), people: ids }),
  z.strictObject({ kind: z.literal('seal'), people: ids }),
  z.strictObject({ kind: z.literal('clear'), people: ids, process: z.enum(PROCESSES) }),
  z.strictObject({ kind: z.literal('lend'), people: ids, stockId: z.uuid() }),
  z.strictObject({
    kind: z.literal('prove'),
    stations: z.array(z.uuid()).min(1, 'Choose the stations.').max(100),
    proved: z.boolean(),
  }),
])
export type SessionChange = z.output<typeof changeBody>

/** A pre-use check that everyone did on the word of the instructor: every line passed, for all of these. Faults are logged one by one. */
export const checkAllBody = z.strictObject({
  kind: z.enum(['helmet', 'machine', 'cylinder']),
  gear: z.array(z.uuid()).min(1).max(200),
  confirm: z.literal(true, 'Say that every line was looked at.'),
})

const fix = z.object({
  label: z.string(),
  change: changeBody.nullable(),
  path: z.string().nullable(),
})
export type Fix = z.infer<typeof fix>
const cell = z.object({
  need: z.enum(NEEDS),
  level: level.nullable(),
  sentence: z.string(),
  finding: findingSchema.nullable(),
  fixes: z.array(fix),
})
const named = z.object({ id: z.uuid(), name: z.string() }).nullable()
const memberSchema = z.object({
  personId: z.uuid(),
  name: z.string(),
  presence: z.enum(PRESENCES),
  station: named,
  job: named,
  process: z.enum(PROCESSES).nullable(),
  amps: z.number().nullable(),
  helmet: named,
  machine: named,
  cylinder: named,
  wanted: z.number().nullable(),
  set: z.number().nullable(),
  seen: z.array(z.enum(CONFLICT_IDS)),
  level: level.nullable(),
  cells: z.array(cell),
})
export type SessionMember = z.infer<typeof memberSchema>
export const sessionSchema = z.object({
  id: z.uuid(),
  day: z.string(),
  today: z.boolean(),
  title: z.string(),
  courseId: z.uuid().nullable(),
  course: z.string().nullable(),
  rehearsal: z.boolean(),
  level,
  counts: z.object({
    clear: z.number(),
    caution: z.number(),
    stop: z.number(),
    unknown: z.number(),
    absent: z.number(),
  }),
  members: z.array(memberSchema),
  stations: z.array(
    z.object({
      id: z.uuid(),
      name: z.string(),
      proved: z.boolean().nullable(),
      people: z.number(),
    }),
  ),
  /** Things to look at that stand in someone's way, for checking off in one go. */
  due: z.object({
    helmet: z.array(z.object({ id: z.uuid(), label: z.string() })),
    machine: z.array(z.object({ id: z.uuid(), label: z.string() })),
    cylinder: z.array(z.object({ id: z.uuid(), label: z.string() })),
  }),
  undo: z.object({ says: z.string() }).nullable(),
})
export type Session = z.infer<typeof sessionSchema>

export const paper = z.strictObject({
  paper: z.enum(['A4', 'LETTER']).default('LETTER'),
  station: z.uuid().optional(),
})

export const boothSchema = z.object({
  site: z.string(),
  station: z.string(),
  people: z.array(z.object({ id: z.uuid(), name: z.string(), hasPin: z.boolean() })),
})
export const boothSignInBody = z.strictObject({
  personId: z.uuid('Choose your name.'),
  pin,
})
export const cardSchema = z.object({
  day: z.string(),
  name: z.string(),
  session: z.string().nullable(),
  station: z.string().nullable(),
  stationId: z.uuid().nullable(),
  boothCode: z.string().nullable(),
  job: z.string().nullable(),
  process: z.enum(PROCESSES).nullable(),
  amps: z.number().nullable(),
  level: level.nullable(),
  floor: z.number().nullable(),
  wanted: z.number().nullable(),
  set: z.number().nullable(),
  helmet: z.string().nullable(),
  need: z.enum(['filter', 'impact', 'light', 'laser']).nullable(),
  helmetSays: z.string(),
  gloves: z.string(),
  respirator: z.string(),
  hood: z.string(),
  wear: z.array(z.object({ id: z.string(), name: z.string(), has: z.boolean().nullable() })),
  avoid: z.array(z.object({ id: z.string(), name: z.string(), reason: z.string() })),
  findings: z.array(findingSchema),
})
export type Card = z.infer<typeof cardSchema>
