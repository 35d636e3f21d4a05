import { z } from 'zod'
import { EVERYONE, contract } from '#shared/api/contract'
import { findingSchema } from '#shared/finding/schema'

const supplySchema = z.object({
  /** The cylinders that give together. */
  cylinders: z.array(z.object({ id: z.uuid(), label: z.string() })),
  gas: z.string(),
  /** Where they stand. */
  place: z.string().nullable(),
  /** m3; null: not known. */
  usable: z.number().nullable(),
  demand: z.number().nullable(),
  finding: findingSchema,
  work: z.array(z.object({ kind: z.enum(['session', 'permit']), id: z.uuid(), title: z.string() })),
})
const reorderSchema = z.object({
  gas: z.string(),
  /** Full ones, m3, and how many of them; those that nobody has read are not in it. */
  amount: z.number(),
  full: z.number(),
  untold: z.number(),
  mean: z.number().nullable(),
  spread: z.number().nullable(),
  lasts: z.object({ surely: z.iso.date(), likely: z.iso.date() }).nullable(),
  orderBy: z.iso.date().nullable(),
  finding: findingSchema,
})
const enoughSchema = z.object({
  day: z.iso.date(),
  /** What today's work draws from, worst first. */
  supplies: z.array(supplySchema),
  reorders: z.array(reorderSchema),
})
export type Enough = z.infer<typeof enoughSchema>

export const enoughRoutes = {
  enough: contract({
    id: 'enough',
    method: 'GET',
    path: '/gas/enough',
    summary: "Whether today's sessions and permits have gas enough, and what to order by when.",
    roles: EVERYONE,
    response: enoughSchema,
  }),
}
