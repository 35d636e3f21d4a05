import { z } from 'zod'
import { DIRECTIONS, HELPS } from '#core/firewatch/nearby'
import { RULE_SETS } from '#core/firewatch/rule-sets.table'
import { SWEEP, SWEEP_LINES } from '#core/firewatch/rules.table'
import { FARTHEST } from '#core/plan/plan'
import { PERMIT_ACTIONS, PERMIT_EVENTS, PERMIT_STATES } from '#core/permit/lifecycle'
import { PROCESSES } from '#core/job/job'
import { findingSchema } from '#shared/finding/schema'
import { containerBody } from '#shared/permit/container'
import { foundBody, MOST_FOUND } from '#shared/permit/found'
import { lookedSchema, stepDetails } from '#shared/permit/round'
import { sketchBody } from '#shared/permit/sketch'
import { ruleSetsSchema } from '#shared/permit/rule-sets'
import { pin } from '#shared/sign-in/schema'

const answer = z.enum(['yes', 'no', 'na'])
const sweepSchema = z.strictObject(
  Object.fromEntries(SWEEP.map((line) => [line.id, answer.optional()])),
)

/** Where the work is on the plan, m. */
const workPointSchema = z.strictObject({
  floor: z.string().min(1).max(40),
  x: z.number('Enter a number.').min(-FARTHEST).max(FARTHEST),
  y: z.number('Enter a number.').min(-FARTHEST).max(FARTHEST),
})
const side = z.string().trim().min(1, 'Say what they watch.').max(120)

export const permitCreateBody = z.strictObject({ jobId: z.uuid() })
/** A draft like another permit; `goesOn`: it follows it in the next shift. */
export const permitAgainBody = z.strictObject({ goesOn: z.boolean().default(false) })
export const templateBody = z.strictObject({
  /** null: it is a template no more. */
  name: z.string().trim().min(1, 'Name it.').max(80).nullable(),
})
export const templateSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  place: z.string(),
  job: z.string(),
})
export type Template = z.infer<typeof templateSchema>
export const permitDraftBody = z.strictObject({
  sweep: sweepSchema,
  operatorId: z.uuid().nullable(),
  fireWatchId: z.uuid().nullable(),
  validFrom: z.iso.datetime({ message: 'Enter a date and time.' }),
  validTo: z.iso.datetime({ message: 'Enter a date and time.' }),
  /** null: it is not on the plan. */
  work: workPointSchema.nullable().default(null),
  /** Of the arc above its floor, m; null: not told. */
  height: z
    .number('Enter a number.')
    .min(0, 'From 0 to 100 m.')
    .max(100, 'From 0 to 100 m.')
    .nullable()
    .default(null),
  /** Further watchers, each on a side of their own. */
  watchers: z
    .array(z.strictObject({ personId: z.uuid('Choose who watches.'), side }))
    .max(8, 'At most eight.')
    .refine(
      (all) => new Set(all.map(({ personId }) => personId)).size === all.length,
      'Nobody watches two sides.',
    )
    .default([]),
  /** Who stands outside a closed space. */
  attendantId: z.uuid().nullable().default(null),
  rescue: z.string().trim().max(500).default(''),
  /** Who puts isolated detectors back. */
  putsBackId: z.uuid().nullable().default(null),
  /** Told where the sweep says that there is one. */
  container: containerBody.nullable().default(null),
  /** Drawn for this permit alone; where there is one, the work is on it and not on the plan. Its floor is called as the permit is. */
  sketch: sketchBody.nullable().default(null),
  /** What stood there on the day. */
  found: z
    .array(foundBody)
    .max(MOST_FOUND, `At most ${MOST_FOUND}.`)
    .refine(
      (all) => new Set(all.map(({ id }) => id)).size === all.length,
      'One stands there twice.',
    )
    .default([]),
  /** Those of the site always hold beside these. */
  ruleSets: ruleSetsSchema,
  version: z.int32(),
})
export type PermitDraftBody = z.output<typeof permitDraftBody>

export const overrideBody = z.strictObject({
  eventId: z.uuid(),
  code: z.string().max(60),
  reason: z.string().trim().min(10, 'Write the reason, in at least 10 characters.').max(1000),
})
const SIGNERS = ['operator', 'fire_watch', 'watcher', 'attendant'] as const
export type Signer = (typeof SIGNERS)[number]
export const signBody = z.strictObject({
  eventId: z.uuid(),
  as: z.enum(SIGNERS),
  /** Which of several watchers. */
  personId: z.uuid().optional(),
  /** Of the draft as the signer saw it. */
  version: z.int32(),
  pin,
})
export const actionBody = z.strictObject({
  eventId: z.uuid(),
  action: z.enum(PERMIT_ACTIONS),
  pin: pin.optional(),
  note: z.string().trim().max(1000).optional(),
  /** Closing: the fire watch is gone; a lead signs instead, with the reason in the note. */
  watchAbsent: z.literal(true).optional(),
  /** Closing: detectors that were isolated are back in service. */
  detectorsBack: z.literal(true).optional(),
})
export const roundBody = z.strictObject({
  eventId: z.uuid(),
  /** Each place that was looked at; absent: the sender asks for none. */
  looked: z.array(lookedSchema).min(1).max(20).optional(),
  note: z.string().trim().max(500).optional(),
  /** Who made the round, with the own PIN, when another than the one who sends it. */
  madeBy: z.uuid().optional(),
  pin: pin.optional(),
})
export const handOverBody = z.strictObject({
  eventId: z.uuid(),
  personId: z.uuid('Choose who takes the watch over.'),
  pin,
  note: z.string().trim().max(500).optional(),
})

/** A permit goes on longer: with the PINs of all who are on it, and of who issues it. */
export const extendBody = z.strictObject({
  eventId: z.uuid(),
  validTo: z.iso.datetime({ message: 'Enter a date and time.' }),
  pins: z
    .array(z.strictObject({ as: z.enum(SIGNERS), personId: z.uuid().optional(), pin }))
    .min(1)
    .max(12),
  pin,
})

const eventSchema = z.object({
  id: z.uuid(),
  kind: z.enum(PERMIT_EVENTS),
  subject: z.string(),
  person: z.string(),
  /** When it was put on record. */
  at: z.iso.datetime(),
  /** When it was taken, by which a round counts; null: not known. */
  countsAt: z.iso.datetime().nullable(),
  note: z.string().nullable(),
  current: z.boolean(),
  auditSeq: z.number().nullable(),
  rehearsal: z.boolean(),
  details: stepDetails.nullable(),
})
export const permitRowSchema = z.object({
  id: z.uuid(),
  number: z.number(),
  state: z.enum(PERMIT_STATES),
  place: z.string(),
  job: z.string(),
  jobNumber: z.number(),
  validFrom: z.iso.datetime(),
  validTo: z.iso.datetime(),
  /** When it may be closed, monitoring and all. */
  watchEndsAt: z.iso.datetime().nullable(),
  rehearsal: z.boolean(),
})
/** What a step may have changed. */
export const permitStepSchema = permitRowSchema.extend({
  /** Who signs, in order. */
  signatories: z.array(
    z.object({
      as: z.enum(SIGNERS),
      personId: z.uuid().nullable(),
      name: z.string().nullable(),
      side: z.string().nullable(),
      isSigned: z.boolean(),
    }),
  ),
  workStartedAt: z.iso.datetime().nullable(),
  watchStartedAt: z.iso.datetime().nullable(),
  closedAt: z.iso.datetime().nullable(),
  nextRoundAt: z.iso.datetime().nullable(),
  /** What rounds noticed and none has found gone; empty: nothing. */
  traces: z.array(z.string()),
  actions: z.array(z.enum(PERMIT_ACTIONS)),
  /** Whether somebody stands watch who may hand it over. */
  mayHandOver: z.boolean(),
  /** Whether it may go on longer, and whether another operator may take over. */
  mayExtend: z.boolean(),
  mayChangeOperator: z.boolean(),
  events: z.array(eventSchema),
  auditHash: z.string().nullable(),
})
/** A permit judged now. */
export const permitSchema = permitStepSchema.extend({
  jobId: z.uuid(),
  sweep: z.record(z.string(), answer),
  operatorId: z.uuid().nullable(),
  operator: z.string().nullable(),
  fireWatchId: z.uuid().nullable(),
  fireWatch: z.string().nullable(),
  ruleSets: z.array(z.enum(RULE_SETS)),
  watchMinutes: z.number(),
  /** Rounds after the watch, minutes; null: none. */
  monitoring: z.object({ minutes: z.number(), every: z.number() }).nullable(),
  /** How far the sweep reaches, m. */
  reach: z.number(),
  work: workPointSchema.nullable(),
  watchers: z.array(z.object({ personId: z.uuid(), name: z.string(), side: z.string() })),
  attendantId: z.uuid().nullable(),
  attendant: z.string().nullable(),
  rescue: z.string(),
  putsBackId: z.uuid().nullable(),
  putsBack: z.string().nullable(),
  height: z.number().nullable(),
  container: containerBody.nullable(),
  sketch: sketchBody.nullable(),
  found: z.array(foundBody),
  /** Who saw each line of the sweep, and when. */
  seen: z.record(
    z.string(),
    z.object({ personId: z.uuid(), name: z.string(), at: z.iso.datetime() }),
  ),
  /** The nearest extinguisher, call point and way out by its plan; null: it is on none. */
  helps: z
    .array(
      z.object({
        kind: z.enum(HELPS),
        name: z.string(),
        metres: z.number(),
        direction: z.enum(DIRECTIONS),
      }),
    )
    .nullable(),
  /** What is looked at on every round. */
  lookAt: z.array(z.object({ id: z.string(), name: z.string(), why: z.string() })),
  /** The permit that it was drafted from, with its answers then; `goesOn`: in the next shift. */
  from: z
    .object({
      id: z.uuid(),
      number: z.number(),
      sweep: z.record(z.string(), answer),
      goesOn: z.boolean(),
    })
    .nullable(),
  /** Name under which it is kept for work that comes again. */
  template: z.string().nullable(),
  /** What the flight of its sparks is reckoned from. */
  arc: z.object({
    process: z.enum(PROCESSES),
    amps: z.number().nullable(),
    space: z.enum(['indoors', 'outdoors', 'confined']),
    wind: z.number().nullable(),
  }),
  /** How far sparks fly by reckoning, or why that is not known. */
  sparks: z.union([
    z.object({
      far: z.number(),
      height: z.number(),
      openings: z.array(z.string()),
      below: z.array(z.string()),
    }),
    z.object({ because: z.string(), remedy: z.string() }),
  ]),
  /** What the plan shows within reach of it now; null: it is not on the plan. */
  inReach: z
    .array(
      z.object({
        thing: z.string(),
        name: z.string(),
        metres: z.number(),
        at: z.object({ x: z.number(), y: z.number() }),
        line: z.enum(SWEEP_LINES).nullable(),
        action: z.string(),
        isTold: z.boolean(),
        hasFarSide: z.boolean(),
      }),
    )
    .nullable(),
  /** The published plan when it was issued. */
  planVersion: z.number().nullable(),
  findings: z.array(findingSchema),
  live: z.array(findingSchema),
  ready: z.boolean(),
  open: z.array(z.string()),
  overridden: z.array(z.object({ code: z.string(), reason: z.string() })),
  issuedBy: z.string().nullable(),
  issuedAt: z.iso.datetime().nullable(),
  version: z.number(),
  /** Of what is signed, SHA-256. */
  hash: z.string(),
  designated: z.boolean(),
})
export type Permit = z.infer<typeof permitSchema>
export type Signatory = Permit['signatories'][number]
export type PermitStep = z.infer<typeof permitStepSchema>
export type PermitRow = z.infer<typeof permitRowSchema>

/** What a printed permit says of itself. */
export const verifyQuery = z.strictObject({
  permit: z.uuid(),
  hash: z.string().regex(/^[0-9a-f]{64}$/, 'This is no hash of a permit.'),
  /** Place in the audit of the newest step that was printed. */
  seq: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
})
/** The bare answer, for whoever holds the paper. */
export const verifiedSchema = z.object({
  /** Such a permit, signed word for word as printed, is on record. */
  isKnown: z.boolean(),
  number: z.number().nullable(),
  state: z.enum(PERMIT_STATES).nullable(),
  validTo: z.iso.datetime().nullable(),
  timeZone: z.string().nullable(),
  /** What was printed is what stands: nothing was changed and signed anew. */
  isCurrent: z.boolean(),
  /** Steps were taken since it was printed. */
  hasMoved: z.boolean(),
})
export type Verified = z.infer<typeof verifiedSchema>
