import { faultsOf, isSound, ownFaults, type PlanFault } from '#core/plan/faults'
import { extinguisherWalks, type ExtinguisherWalk } from '#core/plan/judge/extinguisher-walks'
import {
  judgePlacesAgain,
  judgeWaysAgain,
  type JudgedPlaces,
  type JudgedWays,
} from '#core/plan/judge/plan'
import type { Reached } from '#core/plan/judge/reach'
import { unreachedOn } from '#core/plan/judge/unreached'
import { walkingOrder, type WalkingOrder } from '#core/plan/judge/walking-order'
import type { Plan, Thing } from '#core/plan/plan'
import type { UnreachedGround } from '#shared/plan/ways'
import { JudgedPart, type Further, type WrittenPart } from './judged-part'
import type { JudgedPlan } from './judged-text'

const places = new JudgedPart<JudgedPlaces>('places', (told, before) => {
  const judged = judgePlacesAgain(told, before)
  return { faults: judged.faults, judged: isSound(judged.faults) ? judged : null }
})
/** Ways are walked where each thing by itself is sound; whether the plan is as a whole is told with its places. */
const ways = new JudgedPart<JudgedWays>('ways', (told, before) => {
  const faults = ownFaults(told.plan)
  return { faults, judged: faults.length === 0 ? judgeWaysAgain(told, before) : null }
})

/** What is wrong with a plan and, where nothing is, what it says but for its ways. Runs in a thread. */
export const judgePlacesOf = (text: string): WrittenPart => places.say(text)
/** What a plan says of ways. Runs in a thread beside the other. */
export const judgeWaysOf = (text: string): WrittenPart => ways.say(text)

/** Further Findings of each part, in its thread. */
export const furtherOfPlaces = (further: Further): string => places.sayOn(further)
export const furtherOfWays = (further: Further): string => ways.sayOn(further)

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
