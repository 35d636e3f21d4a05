import { z } from 'zod'
import { contract, STAFF } from '#shared/api/contract'
import { done } from '#shared/api/replies'

/** From a bare shop to one that works, in this order. */
export const BEGIN_STEPS = ['rooms', 'booths', 'publish', 'people', 'gear', 'labels'] as const
export type BeginStep = (typeof BEGIN_STEPS)[number]

const step = z.object({
  id: z.enum(BEGIN_STEPS),
  /** There is something of it, or somebody said that it is done or not needed here. */
  done: z.boolean(),
  marked: z.boolean(),
  /** How many of it there are. */
  count: z.number(),
})
const beginSchema = z.object({ steps: z.array(step) })
export type Begin = z.output<typeof beginSchema>

export const beginRoutes = {
  begin: contract({
    id: 'begin',
    method: 'GET',
    path: '/begin',
    summary: 'What is there of a new shop, and what is still missing.',
    roles: STAFF,
    response: beginSchema,
  }),
  markBegin: contract({
    id: 'markBegin',
    method: 'PUT',
    path: '/begin/marks',
    summary:
      'Say that a step of setting up is done or not needed here, or take that back. Sent twice it is the same.',
    roles: STAFF,
    body: z.strictObject({ step: z.enum(BEGIN_STEPS), marked: z.boolean() }),
    response: done,
  }),
}
