import { outOfReach, type Unreached } from '../out-of-reach'
import { onFloor, type Plan } from '../plan'
import { standingBefore } from './standing'
import type { Equipment } from './equipment'
import { reachOf, type Reached } from './reach'

/** By floor, the ground of its rooms from which none that is ready is within the walk that its rule allows. */
export function unreachedOn(
  plan: Plan,
  { extinguishers, eyewash }: Pick<Equipment, 'extinguishers' | 'eyewash'>,
  what: Reached,
): (Unreached & { floor: string })[] {
  const isReady = (id: string): boolean =>
    what === 'eyewash' ? eyewash.has(id) : (extinguishers.get(id)?.includes(what) ?? false)
  const { longest } = reachOf(what)
  return plan.floors.map(({ id: floor }) => {
    const before = standingBefore(plan, floor)
    const targets = onFloor(plan, floor, 'eyewash', 'extinguisher')
      .filter(({ id }) => isReady(id))
      .map(before)
    return { floor, ...outOfReach(plan, floor, targets, longest) }
  })
}
