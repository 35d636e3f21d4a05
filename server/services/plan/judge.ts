import type { Level } from '#core/finding/finding'
import { faultsOf, isSound, ownFaults, type PlanFault } from '#core/plan/faults'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import { extinguisherWalks, type ExtinguisherWalk } from '#core/plan/judge/extinguisher-walks'
import { judgePlaces, judgeWays, type Judged } from '#core/plan/judge/plan'
import type { FoundNear } from '#core/plan/judge/local'
import type { FoundWalking } from '#core/plan/again/walking'
import type { Reached } from '#core/plan/judge/reach'
import { unreachedOn } from '#core/plan/judge/unreached'
import { walkingOrder, type WalkingOrder } from '#core/plan/judge/walking-order'
import type { Plan, Thing } from '#core/plan/plan'
import type { UnreachedGround } from '#shared/plan/ways'
import { readJudgedText, type JudgedPlan } from './judged-text'

/** A Finding as JSON: thousands of them leave a thread as text in a fraction of the time. */
export interface WrittenFinding {
  level: Level
  json: string
}
const written = (findings: readonly DrawnFinding[]): WrittenFinding[] =>
  findings.map((one) => ({ level: one.finding.level, json: JSON.stringify(one) }))

/** So many plans that were judged are kept in a thread, the newest first: what did not change since is not judged again. */
const KEPT = 4
const judgedBefore = { places: [] as Judged<FoundNear>[], ways: [] as Judged<FoundWalking>[] }
function keep<T>(judged: Judged<T>, before: Judged<T>[]): readonly DrawnFinding[] {
  before.unshift(judged)
  before.splice(KEPT)
  return judged.findings
}

/** What is wrong with a plan and, where nothing is, what it says but for its ways. Runs in a thread. */
export function judgePlacesOf(text: string): {
  faults: PlanFault[]
  findings: WrittenFinding[]
} {
  const { plan, equipment } = readJudgedText(text)
  const { places } = judgedBefore
  const faults = faultsOf(plan)
  return {
    faults,
    findings: isSound(faults) ? written(keep(judgePlaces(plan, equipment, places), places)) : [],
  }
}

/** What a plan says of its ways; nothing where a thing on it is wrong. Runs in a thread beside the other. */
export function judgeWaysOf(text: string): WrittenFinding[] {
  const { plan, equipment } = readJudgedText(text)
  const { ways } = judgedBefore
  return ownFaults(plan).length > 0 ? [] : written(keep(judgeWays(plan, equipment, ways), ways))
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
