import { faultsOf, type PlanFault } from '#core/plan/faults'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import { judgePlan as judge } from '#core/plan/judge/plan'
import type { Equipment } from '#core/plan/judge/equipment'
import type { Plan } from '#core/plan/plan'

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
