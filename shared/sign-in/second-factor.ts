import { z } from 'zod'
import { EVERYONE, LEAD, contract } from '#shared/api/contract'
import { byId, done } from '#shared/api/replies'

const password = z.string().min(1, 'Enter your password.').max(200)
/** Six digits of the app, or a recovery code. */
const code = z.string().trim().min(6, 'Enter the code that your app shows.').max(40)

export const passwordOnlyBody = z.strictObject({ password })
export const codeBody = z.strictObject({ code })
export const factorRemovalBody = z.strictObject({ password, code })

const secondFactorSchema = z.object({
  /** Since when it counts; null: there is none. */
  since: z.iso.datetime().nullable(),
  recoveryLeft: z.number(),
})
export type SecondFactor = z.infer<typeof secondFactorSchema>

const key = z.object({
  /** Base32, as apps take it. */
  key: z.string(),
  /** What the QR code holds. */
  address: z.string(),
})
export type FactorKey = z.infer<typeof key>

export const secondFactorRoutes = {
  secondFactor: contract({
    id: 'secondFactor',
    method: 'GET',
    path: '/account/second-factor',
    summary: 'Whether one has a second factor.',
    roles: EVERYONE,
    beforeFactor: true,
    response: secondFactorSchema,
  }),
  beginSecondFactor: contract({
    id: 'beginSecondFactor',
    method: 'POST',
    path: '/account/second-factor',
    summary: 'Make a key for a second factor; it counts once a code of it is confirmed.',
    roles: EVERYONE,
    beforeFactor: true,
    body: passwordOnlyBody,
    response: key,
    status: 201,
  }),
  confirmSecondFactor: contract({
    id: 'confirmSecondFactor',
    method: 'POST',
    path: '/account/second-factor/confirmation',
    summary: 'Confirm the second factor by a first code; the recovery codes are shown this once.',
    roles: EVERYONE,
    beforeFactor: true,
    body: codeBody,
    response: z.object({ recovery: z.array(z.string()) }),
  }),
  removeSecondFactor: contract({
    id: 'removeSecondFactor',
    method: 'POST',
    path: '/account/second-factor/removal',
    summary: 'Turn the own second factor off, with the password and a code.',
    roles: EVERYONE,
    body: factorRemovalBody,
    response: done,
  }),
  resetSecondFactor: contract({
    id: 'resetSecondFactor',
    method: 'POST',
    path: '/people/{id}/second-factor-reset',
    summary: 'Take the second factor off somebody who lost the device; not the own.',
    roles: LEAD,
    params: byId,
    response: done,
  }),
}
