import type { Bounds } from './near'
import type { Point } from './plan'
import type { Segment } from './shape'
import { isBeside, sideOf, TOUCH } from './side'

/** Directions from a place: less than half a turn, from the right edge against the clock to the left one, or all of them. */
export type Cone = { right: Point; left: Point } | 'all'

/** Whether a point lies in some directions, or in line with their edges. */
export const isInCone = (from: Point, cone: Cone, point: Point): boolean =>
  cone === 'all' ||
  (sideOf(from, cone.right, point) >= -TOUCH && sideOf(from, cone.left, point) <= TOUCH)

/** Whether a box comes into some directions. */
export const isBoxInCone = (from: Point, cone: Cone, box: Bounds): boolean =>
  cone === 'all' || (!isBeside(from, cone.right, box, 1) && !isBeside(from, cone.left, box, -1))

/**
 * Those of some directions that pass a gap outwards.
 * @param gap its right end and its left one, as seen from within
 * @returns null: none do
 */
export function coneThrough(from: Point, cone: Cone, [right, left]: Segment): Cone | null {
  const width = sideOf(from, right, left)
  // Whoever stands in the very wall may see all of both sides; from farther away the wall itself is in the way.
  if (Math.abs(width) <= TOUCH) return cone === 'all' ? 'all' : null
  if (width < 0) return null
  const gap = { right, left }
  if (cone === 'all') return gap
  const first = isInCone(from, cone, right) ? right : isInCone(from, gap, cone.right) && cone.right
  const last = isInCone(from, cone, left) ? left : isInCone(from, gap, cone.left) && cone.left
  return first && last ? { right: first, left: last } : null
}
