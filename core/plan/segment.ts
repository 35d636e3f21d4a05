import type { Bounds } from './near'
import type { Point, Shape } from './plan'
import { contains, cornersOf, pointAt, segmentsOf, type Segment } from './shape'

/** Lines nearer than this touch, m. */
const TOUCH = 1e-9

const cross = (o: Point, a: Point, b: Point): number =>
  (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x)

/** How far along a segment the point of it lies that is nearest to a point, 0 to 1. */
export function shareAlong([a, b]: Segment, { x, y }: Point): number {
  const dx = b.x - a.x
  const dy = b.y - a.y
  const squared = dx * dx + dy * dy
  const along = squared === 0 ? 0 : ((x - a.x) * dx + (y - a.y) * dy) / squared
  return Math.max(0, Math.min(1, along))
}

/** The point of a segment that is nearest to a point. */
export const nearestOn = (segment: Segment, p: Point): Point =>
  pointAt(segment, shareAlong(segment, p))

/** From a point to the nearest of a segment, m. */
export function metresToSegment(segment: Segment, p: Point): number {
  const [a, b] = segment
  const share = shareAlong(segment, p)
  const offX = a.x + share * (b.x - a.x) - p.x
  const offY = a.y + share * (b.y - a.y) - p.y
  return Math.sqrt(offX * offX + offY * offY)
}

/** Whether two segments meet; touching counts. */
export function meet(first: Segment, second: Segment): boolean {
  const [a, b] = first
  const [c, d] = second
  const a1 = cross(c, d, a)
  const b1 = cross(c, d, b)
  if (areOneSide(a1, b1, atMost(second))) return false
  const c1 = cross(a, b, c)
  const d1 = cross(a, b, d)
  if (areOneSide(c1, d1, atMost(first))) return false
  if (a1 * b1 < 0 && c1 * d1 < 0) return true
  return touches(second, a) || touches(second, b) || touches(first, c) || touches(first, d)
}

/** A line is no longer than this, m; found without a root. */
const atMost = ([a, b]: Segment): number => Math.abs(b.x - a.x) + Math.abs(b.y - a.y)

/**
 * Whether two points lie on one side of a line, farther than a touch.
 * @param one the side that a point lies on, as a cross product, m2
 * @param atMost the line is no longer than this, m
 */
export const areOneSide = (one: number, other: number, atMost: number): boolean =>
  one * other > 0 && Math.min(Math.abs(one), Math.abs(other)) > TOUCH * atMost

const touches = (segment: Segment, p: Point): boolean => metresToSegment(segment, p) <= TOUCH

/** The shortest straight line from a shape to a segment; of no length where they meet, or the segment lies inside. */
export function shortestTo(segment: Segment, shape: Shape): Segment {
  const inside = segment.find((end) => contains(shape, end))
  if (inside) return [inside, inside]
  return shortest(cornersOf(shape), segmentsOf(shape), segment, [segment])
}

/** The shortest straight line between two shapes; of no length where they meet, or one lies inside the other. */
export function shortestBetween(one: Shape, other: Shape): Segment {
  const inside = [
    ...cornersOf(one).filter((corner) => contains(other, corner)),
    ...cornersOf(other).filter((corner) => contains(one, corner)),
  ][0]
  if (inside) return [inside, inside]
  return shortest(cornersOf(one), segmentsOf(one), cornersOf(other), segmentsOf(other))
}

/** The shortest way from one outline to another: it begins or ends at a corner, unless they meet. */
function shortest(
  corners: readonly Point[],
  sides: readonly Segment[],
  otherCorners: readonly Point[],
  otherSides: readonly Segment[],
): Segment {
  if (sides.length === 0 || otherSides.length === 0)
    throw new RangeError('A shape without an outline.')
  for (const side of sides)
    for (const other of otherSides)
      if (meet(side, other)) {
        const at = nearestOn(side, nearestOn(other, side[0]))
        return [at, at]
      }
  const from = nearestOf(corners, otherSides)
  const to = nearestOf(otherCorners, sides)
  return to.metres < from.metres
    ? [nearestOn(to.side, to.corner), to.corner]
    : [from.corner, nearestOn(from.side, from.corner)]
}

/** Of some corners and some sides those that are nearest to each other; the first where others are as near. */
function nearestOf(
  corners: readonly Point[],
  sides: readonly Segment[],
): { corner: Point; side: Segment; metres: number } {
  const nearest = { corner: corners[0]!, side: sides[0]!, metres: Infinity }
  for (const corner of corners)
    for (const side of sides) {
      const metres = metresToSegment(side, corner)
      if (metres >= nearest.metres) continue
      nearest.corner = corner
      nearest.side = side
      nearest.metres = metres
    }
  return nearest
}

/** Whether a segment meets a box. */
export function meetsBox([a, b]: Segment, { minX, minY, maxX, maxY }: Bounds): boolean {
  // The stretch of it, as shares of its length, that lies between each two sides.
  let [from, to] = [0, 1]
  for (const [start, along, least, most] of [
    [a.x, b.x - a.x, minX, maxX],
    [a.y, b.y - a.y, minY, maxY],
  ] as const) {
    if (along === 0) {
      if (start < least || start > most) return false
      continue
    }
    const [one, other] = [(least - start) / along, (most - start) / along]
    from = Math.max(from, Math.min(one, other))
    to = Math.min(to, Math.max(one, other))
  }
  return from <= to
}
