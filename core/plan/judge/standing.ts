import { freeLines } from '../blocks'
import { nearby } from '../near'
import type { Plan, Point, Thing } from '../plan'
import { metresToSegment } from '../segment'
import { along, apart, middleOf, pointAt, segmentsOf } from '../shape'
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
      (segment) => metresToSegment(segment, middle) <= reach,
    )
    return hangs ? along(middle, angle, depth / 2 + BEFORE) : middle
  }
}

/** Somebody at a place stands so far off its outline, m. */
const OFF = 0.3

/** Where one stands beside a desk or a piece of work, on this side of every wall. */
export function standingBeside(plan: Plan, floor: string): (thing: Thing) => Point[] {
  const isFree = freeLines(wallsOf(plan, floor, 'feet').map(({ segment }) => segment))
  return ({ shape }) => {
    const middle = middleOf(shape)
    const places: Point[] = []
    for (const side of segmentsOf(shape))
      for (const p of [side[0], pointAt(side, 0.5)]) {
        const place = pointAt([middle, p], 1 + OFF / apart(middle, p))
        if (isFree(middle, place)) places.push(place)
      }
    return places
  }
}
