import { z } from 'zod'
import { RULE_SETS } from '#core/firewatch/rule-sets.table'
import { UNIT_SYSTEMS } from '#shared/units/systems'
import { rulesSchema } from '#shared/eyes/schema'
import { gasCustomsSchema } from '#shared/gas/customs'
import { inspectionCustoms } from '#shared/inspection/customs'
import { SCOPES } from '#shared/sign-in/scopes'

export const ROLES = ['lead', 'instructor', 'worker', 'viewer'] as const
export type Role = (typeof ROLES)[number]
export const ROLE_NAME: Record<Role, string> = {
  lead: 'Safety lead',
  instructor: 'Instructor',
  worker: 'Welder, learner or fire watch',
  viewer: 'Viewer',
}

export const email = z
  .email('Enter an email address.')
  .max(200)
  .transform((value) => value.toLowerCase())
export const newPassword = z
  .string()
  .min(12, 'At least 12 characters.')
  .max(128, 'At most 128 characters.')
export const pin = z.string().regex(/^\d{4,8}$/, 'A PIN has 4 to 8 digits.')
export const name = z.string().trim().min(1, 'Enter a name.').max(200)

export const timeZone = z.string().refine((zone) => {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }))
  } catch {
    return false
  }
}, 'Not a time zone that is known here, e.g. America/Halifax.')

export const signInBody = z.strictObject({
  email,
  password: z.string().min(1, 'Enter the password.').max(200),
  /** Where the person has a second factor: six digits, or a recovery code. */
  code: z.string().trim().max(40).optional(),
})
export const setupBody = z.strictObject({
  /** Printed where Zonaris was started. */
  code: z.string().trim().min(1, 'Enter the code that the start command printed.').max(40),
  organisation: name,
  site: name,
  timeZone,
  units: z.enum(UNIT_SYSTEMS),
  name,
  email,
  password: newPassword,
})
/** An account opens everything that the role may; a booth the own card and little else. */
const SIGN_IN_KINDS = ['account', 'booth'] as const
export type SignInKind = (typeof SIGN_IN_KINDS)[number]

/** What others did to somebody's way in, and tries at it that were refused. */
export const ACCESS_NOTICES = [
  'pin_reset',
  'password_reset',
  'sign_in_refused',
  'booth_refused',
  'pin_refused',
  'code_refused',
  'recovery_used',
  'second_factor_reset',
  'let_in_at_machine',
  'person_released',
] as const
const noticeSchema = z.object({
  seq: z.number(),
  what: z.enum(ACCESS_NOTICES),
  /** Null where nobody was signed in. */
  by: z.string().nullable(),
  at: z.iso.datetime(),
})
export type AccessNotice = z.infer<typeof noticeSchema>

export const meSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  role: z.enum(ROLES),
  organisation: z.string(),
  site: z.object({
    id: z.uuid(),
    name: z.string(),
    timeZone: z.string(),
    units: z.enum(UNIT_SYSTEMS),
    shiftHours: z.number(),
    ruleSets: z.array(z.enum(RULE_SETS)),
    houseMinutes: z.number().nullable(),
    houseMonitoring: z.number().nullable(),
    houseReach: z.number().nullable(),
    leadFactor: z.boolean(),
    stopsUntested: z.boolean(),
    gas: gasCustomsSchema,
    inspection: inspectionCustoms,
    version: z.number(),
    rules: rulesSchema,
  }),
  hasPin: z.boolean(),
  hasPassword: z.boolean(),
  /** Signed in with a password, or at a booth with a PIN. */
  kind: z.enum(SIGN_IN_KINDS),
  /** The site asks its leads for a second factor, and this one has none yet. */
  lacksFactor: z.boolean(),
  /** The newest of the last thirty days. */
  notices: z.array(noticeSchema),
})
export type Me = z.infer<typeof meSchema>

/** Where somebody is signed in now. */
export const ownSignInSchema = z.object({
  id: z.uuid(),
  kind: z.enum(SIGN_IN_KINDS),
  createdAt: z.iso.datetime(),
  expiresAt: z.iso.datetime(),
  /** The one that asks. */
  current: z.boolean(),
})
export type OwnSignIn = z.infer<typeof ownSignInSchema>

export const clockSchema = z.object({ now: z.iso.datetime(), factor: z.number() })
export const pinBody = z.strictObject({
  password: z.string().min(1, 'Enter your password.').max(200),
  pin,
})
export const passwordBody = z.strictObject({
  password: z.string().min(1, 'Enter your password.').max(200),
  newPassword,
})
export const TOKEN_DAYS = [7, 30, 90, 365] as const
export const tokenBody = z.strictObject({
  name: z.string().trim().min(1, 'Name the token.').max(100),
  password: z.string().min(1, 'Enter your password.').max(200),
  scopes: z.array(z.enum(SCOPES)).min(1, 'Choose what it may do.').max(SCOPES.length),
  days: z.literal([...TOKEN_DAYS], 'Choose how long it holds.'),
})
/** `ended` says why it no longer opens anything. */
export const tokenSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  person: z.string(),
  scopes: z.array(z.string()),
  createdAt: z.iso.datetime(),
  expiresAt: z.iso.datetime(),
  lastUsedAt: z.iso.datetime().nullable(),
  ended: z.enum(['revoked', 'expired', 'access_changed']).nullable(),
})
export type Token = z.infer<typeof tokenSchema>
