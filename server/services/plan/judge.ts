import { faultsOf, type PlanFault } from '#core/plan/faults'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import { extinguisherWalks, type ExtinguisherWalk } from '#core/plan/judge/extinguisher-walks'
import { judgePlan as judge } from '#core/plan/judge/plan'
import type { Equipment } from '#core/plan/judge/equipment'
import type { Reached } from '#core/plan/judge/reach'
import { unreachedOn } from '#core/plan/judge/unreached'
import { walkingOrder, type WalkingOrder } from '#core/plan/judge/walking-order'
import type { Plan, Thing } from '#core/plan/plan'
import type { UnreachedGround } from '#shared/plan/ways'

/** What is wrong with a plan and, where nothing is, what it says. Runs in a thread. */
export function judgePlan({ plan, equipment }: { plan: Plan; equipment: Equipment }): {
  faults: PlanFault[]
  findings: DrawnFinding[]
} {
  const faults = faultsOf(plan)
  const isSound = faults.every(({ kind }) => kind !== 'error')
  return { faults, findings: isSound ? judge(plan, equipment) : [] }
}

/** What keeps a plan from being published. Runs in a thread. */
export const errorsOfPlan = (plan: Plan): PlanFault[] =>
  faultsOf(plan).filter(({ kind }) => kind === 'error')

/** How far it is to the extinguishers. Runs in a thread. */
export const walksOfPlan = (plan: Plan): ExtinguisherWalk[] => extinguisherWalks(plan)

/** Ground out of reach. Runs in a thread. */
export const findUnreached = (input: {
  plan: Plan
  equipment: Equipment
  what: Reached
}): UnreachedGround => unreachedOn(input.plan, input.equipment, input.what) as UnreachedGround

/** Places in the order in which they are walked to. Runs in a thread. */
export const orderWalk = (input: {
  plan: Plan
  from: Thing
  things: readonly Thing[]
}): WalkingOrder => walkingOrder(input.plan, input.from, input.things)
