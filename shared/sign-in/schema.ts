import { z } from 'zod'
import { RULE_SETS } from '#core/firewatch/rules.table'
import { UNIT_SYSTEMS } from '#shared/units/systems'
import { rulesSchema } from '#shared/eyes/schema'

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
export const newPassword = z.string().min(12, 'At least 12 characters.').max(200)
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
})
export const setupBody = z.strictObject({
  organisation: name,
  site: name,
  timeZone,
  units: z.enum(UNIT_SYSTEMS),
  name,
  email,
  password: newPassword,
})
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
    ruleSet: z.enum(RULE_SETS),
    houseMinutes: z.number().nullable(),
    rules: rulesSchema,
  }),
  hasPin: z.boolean(),
})
export type Me = z.infer<typeof meSchema>

export const clockSchema = z.object({ now: z.iso.datetime(), factor: z.number() })
export const pinBody = z.strictObject({
  password: z.string().min(1, 'Enter your password.').max(200),
  pin,
})
export const tokenBody = z.strictObject({
  name: z.string().trim().min(1, 'Name the token.').max(100),
})
export const tokenSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  createdAt: z.iso.datetime(),
  revokedAt: z.iso.datetime().nullable(),
})
export type Token = z.infer<typeof tokenSchema>
