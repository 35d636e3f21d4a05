import { z } from 'zod'
import { PROCESSES } from '#core/job/job'
import { SUPPLIERS } from '#core/ppe/terms'
import { CORRECTIONS } from '#core/shade/personal'
import { findingSchema } from '#shared/finding/schema'

import { version } from '#shared/api/fields'
import { email, name, newPassword, pin, ROLES } from '#shared/sign-in/schema'

const rosterNumber = z.string().trim().min(1).max(40, 'At most 40 characters.')
const day = z.iso.date('Enter a day.')

export const personBody = z.strictObject({
  name,
  email: email.nullable(),
  role: z.enum(ROLES),
  rosterNumber: rosterNumber.nullable().default(null),
  courseId: z.uuid().nullable().default(null),
  fireWatchTrainedOn: day.nullable(),
  active: z.boolean(),
  /** Given only to set or change them. */
  password: newPassword.optional(),
  pin: pin.optional(),
  version,
})
export type PersonBody = z.output<typeof personBody>

const kitEntry = z.strictObject({
  ppeId: z.string().max(40),
  state: z.enum(['has', 'lacks']),
  size: z.string().trim().max(20).nullable().default(null),
})

/** What is on record of a person: eyes, respirator, clearances, kit. Medical data is limited to cleared until when. */
export const recordBody = z.strictObject({
  lightSensitive: z.boolean(),
  correction: z.enum(CORRECTIONS),
  tint: z.number().min(1, 'From 1 to 10.').max(10, 'From 1 to 10.').nullable(),
  respiratorUntil: day.nullable(),
  fitTestOn: day.nullable(),
  fitModel: z.string().trim().max(80).nullable(),
  fitSize: z.string().trim().max(20).nullable(),
  sealCheckOn: day.nullable(),
  cleared: z.array(z.enum(PROCESSES)),
  kit: z.array(kitEntry).max(60),
  version,
})
export type RecordBody = z.output<typeof recordBody>

export const personSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  email: z.string().nullable(),
  role: z.enum(ROLES),
  rosterNumber: z.string().nullable(),
  courseId: z.uuid().nullable(),
  course: z.string().nullable(),
  fireWatchTrainedOn: z.string().nullable(),
  active: z.boolean(),
  hasPin: z.boolean(),
  respiratorUntil: z.string().nullable(),
  fitTestOn: z.string().nullable(),
  cleared: z.array(z.enum(PROCESSES)),
  leftOn: z.string().nullable(),
  /** Name and health data were taken out after this person left. */
  erased: z.boolean(),
  version: z.number(),
})
export type Person = z.infer<typeof personSchema>

export const personDetailSchema = z.object({
  person: personSchema,
  /** Eyes and respirator; null for whoever is neither that person nor staff. */
  record: recordBody.omit({ cleared: true, kit: true, version: true }).nullable(),
  cleared: z.array(
    z.object({ process: z.enum(PROCESSES), signedOn: z.string(), signedBy: z.string() }),
  ),
  kit: z.array(kitEntry),
  shades: z.array(z.object({ band: z.string(), shade: z.number(), foundOn: z.string() })),
  loans: z.array(
    z.object({ stockId: z.uuid(), code: z.string(), name: z.string(), quantity: z.number() }),
  ),
  helmets: z.array(z.object({ id: z.uuid(), label: z.string() })),
  kitList: z.array(
    z.object({
      ppeId: z.string(),
      supplier: z.enum(SUPPLIERS),
      property: z.string(),
      by: z.string(),
    }),
  ),
  findings: z.array(findingSchema),
  /** For staff: until when wrong tries keep this person out of something. */
  waitsUntil: z.iso.datetime().nullable(),
  /** For leads; false for everybody else. */
  hasSecondFactor: z.boolean(),
})
export type PersonDetail = z.infer<typeof personDetailSchema>

const kitLine = z.strictObject({
  ppeId: z.string().min(1).max(40),
  supplier: z.enum(SUPPLIERS),
  property: z.string().trim().max(200),
  by: z.string().trim().min(1, 'Say by when.').max(60),
})
export type KitLine = z.infer<typeof kitLine>
export const courseBody = z
  .strictObject({
    name: z.string().trim().min(1, 'Name the course.').max(100),
    kit: z.array(kitLine).max(60),
  })
  .superRefine((course, context) => {
    const ids = course.kit.map((line) => line.ppeId)
    ids.forEach((id, i) => {
      if (ids.indexOf(id) !== i)
        context.addIssue({
          code: 'custom',
          message: 'This piece stands on the list twice.',
          path: ['kit', i, 'ppeId'],
        })
    })
  })
export type CourseBody = z.infer<typeof courseBody>
export const courseSchema = courseBody.safeExtend({ id: z.uuid(), people: z.number() })
export type Course = z.infer<typeof courseSchema>

/** A roster to look at, or to take over. `broken`: leave the broken rows out, as the preview showed them; otherwise one broken row stops everything. */
export const rosterBody = z.strictObject({
  csv: z.string().min(1, 'The file is empty.').max(2_000_000),
  apply: z.boolean().default(false),
  leaveOutBroken: z.boolean().default(false),
  fingerprint: z.string().max(100).optional(),
})
export const rosterSchema = z.object({
  applied: z.boolean(),
  fingerprint: z.string(),
  counts: z.object({ add: z.number(), change: z.number(), same: z.number(), broken: z.number() }),
  headerErrors: z.array(z.string()),
  rows: z.array(
    z.object({
      line: z.number(),
      number: z.string(),
      name: z.string(),
      action: z.enum(['add', 'change', 'same', 'broken']),
      changes: z.array(z.string()),
      errors: z.array(z.object({ column: z.string(), message: z.string() })),
    }),
  ),
})
export type RosterPreview = z.infer<typeof rosterSchema>
