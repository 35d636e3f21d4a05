import { z } from 'zod'
import { LEVELS } from '#core/finding/finding'
import { drawnFindingSchema, planFaultSchema } from './schema'

/** Who judges what of a plan, each in a thread of its own. */
const PLAN_PARTS = ['places', 'ways'] as const
export type PlanPart = (typeof PLAN_PARTS)[number]

/** So many Findings of a kind stand in the answer; a large plan has thousands, and nobody reads them at once. */
export const FIRST_FINDINGS = 20
/** So many more are read at once at most. */
export const MOST_FINDINGS = 500

const findingGroupSchema = z.object({
  part: z.enum(PLAN_PARTS),
  floor: z.string(),
  code: z.string(),
  /** How many there are in all. */
  counts: z.record(z.enum(LEVELS), z.number()),
  /** The worst of them, the worst first. */
  first: z.array(drawnFindingSchema).readonly(),
})
/** Findings of one kind on one floor. */
export type FindingGroup = z.output<typeof findingGroupSchema>

/** What a plan says; nothing while there is an error among its faults. */
export const planJudgedSchema = z.object({
  /** Which plan was judged, and by which knowledge of the shop: further Findings are asked for by it. */
  of: z.string(),
  faults: z.array(planFaultSchema),
  /** Things by what is said of them; of one that is named twice the worst counts, and of all others nothing but `clear`. */
  marks: z.array(z.object({ level: z.enum(LEVELS), things: z.array(z.string()) })),
  groups: z.array(findingGroupSchema),
})
export type PlanJudged = z.input<typeof planJudgedSchema>

/** Further Findings of a group. */
export const findingsQuery = z.strictObject({
  of: z.string().min(1).max(100),
  part: z.enum(PLAN_PARTS),
  floor: z.string().min(1).max(40),
  code: z.string().min(1).max(60),
  /** So many were read before. */
  from: z.coerce.number().int().min(0).max(1_000_000),
  most: z.coerce.number().int().min(1).max(MOST_FINDINGS).default(FIRST_FINDINGS),
})
export type FindingsQuery = z.output<typeof findingsQuery>
export const findingsSchema = z.object({ findings: z.array(drawnFindingSchema) })
