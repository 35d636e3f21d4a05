import { z } from 'zod'
import { ALERT_KINDS, CIRCLES } from '#core/alert/kinds'
import { RULE_BOUNDS, rulesFault, type AlertRules } from '#core/alert/rules'
import { CHANNELS } from './channels'

const instant = z.iso.datetime()

export const alertSchema = z.object({
  id: z.uuid(),
  kind: z.enum(ALERT_KINDS),
  permitId: z.uuid().nullable(),
  /** Of the permit. */
  number: z.number().nullable(),
  place: z.string(),
  /** Who watches, or what the monitor is called. */
  watch: z.string().nullable(),
  since: instant,
  raisedBy: z.string().nullable(),
  note: z.string(),
  endedAt: instant.nullable(),
  rehearsal: z.boolean(),
  /** Whom it called so far. */
  steps: z.array(z.object({ circle: z.enum(CIRCLES), dueAt: instant, at: instant })),
  /** Whom it calls next, and when; null: nobody any more. */
  next: z.object({ circle: z.enum(CIRCLES), at: instant }).nullable(),
  answers: z.array(z.object({ person: z.string(), at: instant })),
  /** Whether whoever asks may say to be on it. */
  mayAnswer: z.boolean(),
})
export type Alert = z.infer<typeof alertSchema>

const TEXT = { name: 'A name, at most 120 letters.', what: 'At most 120 letters.' }
const phone = z
  .string()
  .trim()
  .regex(/^\+?[0-9 ()/.-]{3,40}$/, 'A telephone number: digits, spaces, and + at the front.')
  .refine((text) => /\d{3}/.test(text.replace(/\D/g, '')), 'A telephone number.')

export const contactBody = z
  .strictObject({
    name: z.string().trim().min(1, TEXT.name).max(120, TEXT.name),
    what: z.string().trim().max(120, TEXT.what),
    phone: phone.nullable(),
    email: z.email('Not an address for mail.').max(254).nullable(),
    called: z.boolean(),
    version: z.number().int().optional(),
  })
  .refine(({ phone: number, email }) => number !== null || email !== null, {
    path: ['phone'],
    message: 'A number or an address, or nobody reaches them.',
  })
export const contactSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  what: z.string(),
  phone: z.string().nullable(),
  email: z.string().nullable(),
  called: z.boolean(),
  version: z.number(),
})
export type Contact = z.infer<typeof contactSchema>

const minutes = (rule: keyof AlertRules) => {
  const [least, most] = RULE_BOUNDS[rule]
  const says = `From ${least} to ${most} minutes.`
  return z.number(says).int(says).min(least, says).max(most, says)
}
const rules = {
  late: minutes('late'),
  missed: minutes('missed'),
  hold: minutes('hold'),
  expiring: minutes('expiring'),
  unwatched: minutes('unwatched'),
  silent: minutes('silent'),
}
export const alertRulesBody = z
  .strictObject({ ...rules, version: z.number().int().min(0) })
  .superRefine((body, context) => {
    const fault = rulesFault(body)
    if (fault) context.addIssue({ code: 'custom', path: [fault.rule], message: fault.because })
  })
export const alertRulesSchema = z.object({
  ...rules,
  version: z.number(),
  /** Which ways out are set up. */
  channels: z.record(z.enum(CHANNELS), z.boolean()),
})
export type AlertRulesAnswer = z.infer<typeof alertRulesSchema>

export const messageSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  channel: z.enum(CHANNELS),
  /** Enough of it to know it by. */
  address: z.string(),
  subject: z.string(),
  /** null: that it is over. */
  step: z.number().nullable(),
  madeAt: instant,
  sentAt: instant.nullable(),
  tries: z.number(),
  failure: z.string().nullable(),
  givenUpAt: instant.nullable(),
})
export type Message = z.infer<typeof messageSchema>

export const raiseBody = z.strictObject({
  eventId: z.uuid(),
  note: z.string().trim().max(500, 'At most 500 letters.').optional(),
})
export const overBody = z.strictObject({
  note: z.string().trim().min(1, 'Say how it ended.').max(500, 'At most 500 letters.'),
})
export const seenBody = z.strictObject({ device: z.uuid() })

export const reachSchema = z.object({
  email: z.string().nullable(),
  textNumber: z.string().nullable(),
  channels: z.record(z.enum(CHANNELS), z.boolean()),
  /** By which a push service knows this installation. */
  pushKey: z.string(),
  devices: z.array(
    z.object({ id: z.uuid(), name: z.string(), endpoint: z.string(), since: instant }),
  ),
})
export type Reach = z.infer<typeof reachSchema>
export const textNumberBody = z.strictObject({ textNumber: phone.nullable() })
const key = (length: number) =>
  z
    .string()
    .regex(/^[A-Za-z0-9_-]+=*$/)
    .max(length)
export const pushDeviceBody = z.strictObject({
  endpoint: z.url('Not an address.').max(1000),
  p256dh: key(200),
  auth: key(100),
  name: z.string().trim().min(1).max(120),
})
