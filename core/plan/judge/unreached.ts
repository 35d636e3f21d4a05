import type { FireClass } from '../../inspection/fire-class'
import { outOfReach, type Unreached } from '../out-of-reach'
import type { Plan } from '../plan'
import { standingBefore } from './before'
import type { Equipment } from './equipment'
import { FARTHEST_EXTINGUISHER, FARTHEST_EYEWASH } from './reach'

/** What may be too far to walk to. */
export type Reached = 'eyewash' | FireClass

/** By floor, the ground of its rooms from which none that is ready is within the walk that its rule allows. */
export function unreachedOn(
  plan: Plan,
  { extinguishers, eyewash }: Pick<Equipment, 'extinguishers' | 'eyewash'>,
  what: Reached,
): (Unreached & { floor: string })[] {
  const isReady = (id: string): boolean =>
    what === 'eyewash' ? eyewash.has(id) : (extinguishers.get(id)?.includes(what) ?? false)
  const longest = what === 'eyewash' ? FARTHEST_EYEWASH : FARTHEST_EXTINGUISHER[what]
  return plan.floors.map(({ id: floor }) => {
    const before = standingBefore(plan, floor)
    const targets = plan.things
      .filter((thing) => thing.floor === floor && isReady(thing.id))
      .map(before)
    return { floor, ...outOfReach(plan, floor, targets, longest) }
  })
}
