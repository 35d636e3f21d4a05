import { z } from 'zod'
import { MOVE_KINDS } from '#core/stock/ledger'
import { version } from '#shared/api/fields'

export const STOCK_KINDS = ['ppe', 'consumable'] as const
export const CONDITIONS = ['new', 'good', 'worn'] as const

export const stockBody = z
  .strictObject({
    code: z
      .string()
      .trim()
      .toUpperCase()
      .regex(/^[A-Z0-9-]{1,40}$/, 'Letters, figures and dashes.'),
    name: z.string().trim().min(1, 'Name it.').max(200),
    kind: z.enum(STOCK_KINDS),
    ppeId: z.string().max(40).nullable(),
    size: z.string().trim().max(20),
    condition: z.enum(CONDITIONS),
    expiresOn: z.iso.date('Enter a day.').nullable(),
    minimum: z.number('Enter a number.').int('Whole pieces.').min(0, 'Not negative.').max(100_000),
    loan: z.boolean(),
    version,
  })
  .refine((stock) => (stock.kind === 'ppe') === (stock.ppeId !== null), {
    message: 'Say which piece of PPE it is.',
    path: ['ppeId'],
  })
export type StockBody = z.infer<typeof stockBody>

export const stockSchema = z.object({
  id: z.uuid(),
  code: z.string(),
  name: z.string(),
  kind: z.enum(STOCK_KINDS),
  ppeId: z.string().nullable(),
  size: z.string(),
  condition: z.enum(CONDITIONS),
  expiresOn: z.string().nullable(),
  minimum: z.number(),
  loan: z.boolean(),
  ready: z.number(),
  lent: z.number(),
  toClean: z.number(),
  order: z.number(),
  expired: z.boolean(),
  version: z.number(),
})
export type Stock = z.infer<typeof stockSchema>

export const moveBody = z.strictObject({
  moveId: z.uuid(),
  kind: z.enum(MOVE_KINDS),
  quantity: z.number('Enter a number.').int('Whole pieces.').min(-100_000).max(100_000),
  personId: z.uuid().nullable().default(null),
  unused: z.boolean().default(false),
  note: z.string().trim().max(300).default(''),
})
export type MoveBody = z.output<typeof moveBody>
export const moveSchema = z.object({
  id: z.uuid(),
  kind: z.enum(MOVE_KINDS),
  quantity: z.number(),
  person: z.string().nullable(),
  personId: z.uuid().nullable(),
  by: z.string(),
  at: z.iso.datetime(),
  note: z.string(),
  unused: z.boolean(),
  rehearsal: z.boolean(),
})
export const holderSchema = z.object({
  personId: z.uuid(),
  person: z.string(),
  quantity: z.number(),
})

export const scanSchema = z.object({
  kind: z.enum(['stock', 'cylinder', 'machine', 'helmet', 'station']),
  name: z.string(),
  path: z.string(),
})
