import { z } from 'zod'
import { GEAR_KINDS } from '#core/inspection/kind'
import { UNITS } from '#core/finding/finding'
import { OCCASIONS } from '#core/inspection/occasion'
import { EVERYONE, contract } from '#shared/api/contract'

/** What failures are counted by. */
const DIMENSIONS = ['line', 'kind', 'maker', 'place'] as const
export type Dimension = (typeof DIMENSIONS)[number]

const span = {
  /** How far back, months with this one. */
  months: z.coerce.number().int().min(1).max(120).default(12),
  kind: z.enum(GEAR_KINDS).optional(),
  by: z.enum(DIMENSIONS).default('line'),
}

const bar = z.object({
  key: z.string(),
  name: z.string(),
  kind: z.enum(GEAR_KINDS).nullable(),
  count: z.number(),
  /** The share of all, up to and with this one. */
  upTo: z.number(),
})
export type TrendBar = z.infer<typeof bar>

const trendSchema = z.object({
  from: z.string(),
  /** As of when it was counted: each look counts as it is written. */
  at: z.iso.datetime(),
  bars: z.array(bar),
  total: z.number(),
  months: z.array(
    z.object({ month: z.string(), made: z.number(), late: z.number(), faulty: z.number() }),
  ),
  between: z.array(
    z.object({
      kind: z.enum(GEAR_KINDS),
      kindName: z.string(),
      failures: z.number(),
      days: z.number(),
      mean: z.number().nullable(),
      low: z.number().nullable(),
      high: z.number().nullable(),
      confidence: z.number(),
    }),
  ),
})
export type Trend = z.infer<typeof trendSchema>

const fault = z.object({
  id: z.uuid(),
  itemId: z.uuid(),
  kind: z.enum(GEAR_KINDS),
  label: z.string(),
  line: z.string(),
  name: z.string(),
  critical: z.boolean(),
  place: z.string().nullable(),
  day: z.string(),
})
export type Fault = z.infer<typeof fault>

/** Readings of one line of one piece of gear, and where they go. */
const readingTrend = z.object({
  line: z.string(),
  name: z.string(),
  unit: z.enum(UNITS),
  occasion: z.enum(OCCASIONS),
  min: z.number().nullable(),
  max: z.number().nullable(),
  readings: z.array(z.object({ on: z.string(), value: z.number() })),
  /** Null: no answer, because of what `why` says. */
  straight: z.object({ first: z.string(), level: z.number(), slope: z.number() }).nullable(),
  why: z.enum(['tooFew', 'noTrend', 'sameDay']).nullable(),
  crossesOn: z.string().nullable(),
  earliestOn: z.string().nullable(),
})
export type ReadingTrend = z.infer<typeof readingTrend>

export const trendRoutes = {
  gearTrend: contract({
    id: 'gearTrend',
    method: 'GET',
    path: '/gear/trends',
    summary:
      'What goes wrong how often, by line, kind, maker or place; looks made and late; mean time between failures.',
    roles: EVERYONE,
    query: z.strictObject(span),
    response: trendSchema,
  }),
  gearFaults: contract({
    id: 'gearFaults',
    method: 'GET',
    path: '/gear/faults',
    summary: 'The failed lines behind a bar, newest first, a page at a time.',
    roles: EVERYONE,
    query: z.strictObject({
      ...span,
      key: z.string().max(100),
      page: z.coerce.number().int().min(1).max(10_000).default(1),
    }),
    response: z.object({ rows: z.array(fault), more: z.boolean(), page: z.number() }),
  }),
  gearReadings: contract({
    id: 'gearReadings',
    method: 'GET',
    path: '/gear/{kind}/{id}/readings',
    summary: 'Readings of a piece of gear over time, and when they will cross their limit.',
    roles: EVERYONE,
    params: z.strictObject({ kind: z.enum(GEAR_KINDS), id: z.uuid('Not an identifier.') }),
    response: z.array(readingTrend),
  }),
}
