import { nearby } from '../near'
import type { Plan, Point, Thing } from '../plan'
import { nearestOn } from '../segment'
import { along, apart, middleOf } from '../shape'
import { wallsOf } from '../walls'

/** How near its wall a thing hangs to be reached from its front alone, and how far before it one stands, m. */
const HANGS = 0.25
const BEFORE = 0.35

/** Where one stands to take a thing: before its front where it hangs at a wall, at it where it stands free. */
export function standingBefore(plan: Plan, floor: string): (thing: Thing) => Point {
  const near = nearby(wallsOf(plan, floor, 'feet').map(({ segment }) => segment))
  return (thing) => {
    const middle = middleOf(thing.shape)
    if (thing.shape.type !== 'box') return middle
    const { angle, depth } = thing.shape
    const reach = HANGS + depth / 2
    const hangs = near([middle, middle], reach).some(
      (segment) => apart(nearestOn(segment, middle).point, middle) <= reach,
    )
    return hangs ? along(middle, angle, depth / 2 + BEFORE) : middle
  }
}
