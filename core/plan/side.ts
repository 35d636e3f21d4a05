import type { Bounds } from './near'
import type { Point } from './plan'

/** Nearer to a line than this lies on it, as `sideOf` tells it, m2. */
export const TOUCH = 1e-9

/** On which side of a line a point lies: more than 0 to the left of it, less to the right; m2. */
export const sideOf = (from: Point, through: Point, point: Point): number =>
  (through.x - from.x) * (point.y - from.y) - (through.y - from.y) * (point.x - from.x)

/**
 * Whether a box lies wholly to the right (1) or the left (-1) of a line from a point through another.
 * @param off farther off it than this, as `sideOf` tells it
 */
export function isBeside(
  from: Point,
  through: Point,
  box: Bounds,
  side: 1 | -1,
  off = TOUCH,
): boolean {
  const dx = side * (through.x - from.x)
  const dy = side * (through.y - from.y)
  // Of the corners, the one farthest to the other side.
  const x = dy > 0 ? box.minX : box.maxX
  const y = dx > 0 ? box.maxY : box.minY
  return dx * (y - from.y) - dy * (x - from.x) < -off
}
