import type { Plan } from './plan'

/** Nobody changes a plan, an edit makes another: what is found of a floor is found once. */
export function oncePerFloor<T>(
  find: (plan: Plan, floor: string) => T,
): (plan: Plan, floor: string) => T {
  const known = new WeakMap<Plan, Map<string, T>>()
  return (plan, floor) => {
    const ofPlan = known.get(plan) ?? new Map<string, T>()
    known.set(plan, ofPlan)
    const found = ofPlan.get(floor) ?? find(plan, floor)
    ofPlan.set(floor, found)
    return found
  }
}
