import { faultsOf, isSound, ownFaults, type PlanFault } from '#core/plan/faults'
import { extinguisherWalks, type ExtinguisherWalk } from '#core/plan/judge/extinguisher-walks'
import {
  judgePlacesAgain,
  judgeReachAgain,
  judgeWaysOutAgain,
  type JudgedPlaces,
  type JudgedWalks,
} from '#core/plan/judge/plan'
import type { Reached } from '#core/plan/judge/reach'
import { unreachedOn } from '#core/plan/judge/unreached'
import { walkingOrder, type WalkingOrder } from '#core/plan/judge/walking-order'
import type { Plan, Thing } from '#core/plan/plan'
import type { UnreachedGround } from '#shared/plan/ways'
import type { PlanPart } from '#shared/plan/judged'
import { JudgedPart, type Further, type WrittenPart } from './judged-part'
import type { JudgedPlan } from './judged-text'

const places = new JudgedPart<JudgedPlaces>('places', (told, before) => {
  const judged = judgePlacesAgain(told, before)
  return { faults: judged.faults, judged: isSound(judged.faults) ? judged : null }
})
/** Ways are walked where each thing by itself is sound; whether the plan is as a whole is told with its places. */
const walks = (part: PlanPart, judge: typeof judgeReachAgain) =>
  new JudgedPart<JudgedWalks>(part, (told, before) => {
    const faults = ownFaults(told.plan)
    return { faults, judged: faults.length === 0 ? judge(told, before) : null }
  })
const reach = walks('reach', judgeReachAgain)
const waysOut = walks('waysOut', judgeWaysOutAgain)

/** What is wrong with a plan and, where nothing is, what it says but for its ways. Runs in a thread. */
export const judgePlacesOf = (text: string): WrittenPart => places.say(text)
/** What a plan says of ways to what one needs. Runs in a thread beside the others. */
export const judgeReachOf = (text: string): WrittenPart => reach.say(text)
/** The same of ways out. */
export const judgeWaysOutOf = (text: string): WrittenPart => waysOut.say(text)

/** Further Findings of each part, in its thread. */
export const furtherOfPlaces = (further: Further): string => places.sayOn(further)
export const furtherOfReach = (further: Further): string => reach.sayOn(further)
export const furtherOfWaysOut = (further: Further): string => waysOut.sayOn(further)

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
