import type { Level } from '#core/finding/finding'
import { faultsOf, isSound, ownFaults, type PlanFault } from '#core/plan/faults'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import { extinguisherWalks, type ExtinguisherWalk } from '#core/plan/judge/extinguisher-walks'
import type { Told } from '#core/plan/again/told'
import {
  judgePlacesAgain,
  judgeReachAgain,
  judgeWaysOutAgain,
  type JudgedPlaces,
  type JudgedWalks,
} from '#core/plan/judge/plan'
import type { Reached } from '#core/plan/judge/reach'
import { unreachedOn } from '#core/plan/judge/unreached'
import { once } from '#core/plan/once'
import { walkingOrder, type WalkingOrder } from '#core/plan/judge/walking-order'
import type { Plan, Thing } from '#core/plan/plan'
import type { UnreachedGround } from '#shared/plan/ways'
import { PLANS_KEPT, readJudgedText, type JudgedPlan } from './judged-text'

/** Findings as JSON, one after the other, by how bad they are: thousands of them leave a thread as text in a fraction of the time. */
export type WrittenFindings = Record<Level, string>

const jsonOf = once((one: DrawnFinding): string => JSON.stringify(one))
function written(findings: readonly DrawnFinding[]): WrittenFindings {
  const lists: Record<Level, string[]> = { clear: [], caution: [], unknown: [], stop: [] }
  for (const one of findings) lists[one.finding.level].push(jsonOf(one))
  const { clear, caution, unknown, stop } = lists
  return {
    clear: clear.join(),
    caution: caution.join(),
    unknown: unknown.join(),
    stop: stop.join(),
  }
}

const places: JudgedPlaces[] = []
const reach: JudgedWalks[] = []
const waysOut: JudgedWalks[] = []
/** Of the plan itself a copy is kept, without all that was found of its floors on the way. */
function keep<T extends { told: Told }>(judged: T, before: T[]): T {
  before.unshift({ ...judged, told: { ...judged.told, plan: { ...judged.told.plan } } })
  before.splice(PLANS_KEPT)
  return judged
}

const readBy = (text: string, before: readonly { told: Told }[]): Told =>
  readJudgedText(
    text,
    before.map(({ told }) => told),
  )

/** What is wrong with a plan and, where nothing is, what it says but for its ways. Runs in a thread. */
export function judgePlacesOf(text: string): {
  faults: readonly PlanFault[]
  findings: WrittenFindings
} {
  const judged = judgePlacesAgain(readBy(text, places), places)
  if (isSound(judged.faults)) keep(judged, places)
  return { faults: judged.faults, findings: written(judged.findings) }
}

/** What a plan says of ways to what one needs; nothing where a thing on it is wrong. Runs in a thread beside the others. */
export const judgeReachOf = (text: string): WrittenFindings => walksOf(text, reach, judgeReachAgain)

/** The same of ways out. */
export const judgeWaysOutOf = (text: string): WrittenFindings =>
  walksOf(text, waysOut, judgeWaysOutAgain)

function walksOf(
  text: string,
  before: JudgedWalks[],
  judge: typeof judgeReachAgain,
): WrittenFindings {
  const told = readBy(text, before)
  if (ownFaults(told.plan).length > 0) return written([])
  return written(keep(judge(told, before), before).findings)
}

/** What keeps a plan from being published. Runs in a thread. */
export const errorsOfPlan = (plan: Plan): PlanFault[] =>
  faultsOf(plan).filter(({ kind }) => kind === 'error')

/** How far it is to the extinguishers. Runs in a thread. */
export const walksOfPlan = (plan: Plan): ExtinguisherWalk[] => extinguisherWalks(plan)

/** Ground out of reach. Runs in a thread. */
export const findUnreached = (input: JudgedPlan & { what: Reached }): UnreachedGround =>
  unreachedOn(input.plan, input.equipment, input.what) as UnreachedGround

/** Places in the order in which they are walked to. Runs in a thread. */
export const orderWalk = (input: {
  plan: Plan
  from: Thing
  things: readonly Thing[]
}): WalkingOrder => walkingOrder(input.plan, input.from, input.things)
