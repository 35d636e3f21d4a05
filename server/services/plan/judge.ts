import { faultsOf, type PlanFault } from '#core/plan/faults'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import { judgePlan as judge } from '#core/plan/judge/plan'
import type { Equipment } from '#core/plan/judge/reach'
import type { Plan } from '#core/plan/plan'

/** What is wrong with a plan and, where nothing is, what it says. Runs in a thread. */
export function judgePlan({
  plan,
  extinguishers,
  burns,
}: {
  plan: Plan
  extinguishers: [string, { classes: string[]; ready: boolean }][]
  burns: [string, string[] | null][]
}): { faults: PlanFault[]; findings: DrawnFinding[] } {
  const faults = faultsOf(plan)
  if (faults.some(({ kind }) => kind === 'error')) return { faults, findings: [] }
  const equipment = {
    extinguishers: new Map(extinguishers),
    burns: new Map(burns),
  } as Equipment
  return { faults, findings: judge(plan, equipment) }
}
