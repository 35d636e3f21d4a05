import type { Bounds } from './near'
import type { Point, Shape } from './plan'
import { apart, contains, cornersOf, pointAt, segmentsOf, type Segment } from './shape'

/** Lines nearer than this touch, m. */
const TOUCH = 1e-9

const cross = (o: Point, a: Point, b: Point): number =>
  (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x)

/** The point of a segment that is nearest to a point, and how far along it lies, 0 to 1. */
export function nearestOn([a, b]: Segment, p: Point): { point: Point; share: number } {
  const squared = (b.x - a.x) ** 2 + (b.y - a.y) ** 2
  if (squared === 0) return { point: a, share: 0 }
  const along = ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / squared
  const share = Math.max(0, Math.min(1, along))
  return { point: pointAt([a, b], share), share }
}

/** From a point to the nearest of a segment, m. */
export function metresToSegment([a, b]: Segment, { x, y }: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const squared = dx * dx + dy * dy
  const along = squared === 0 ? 0 : ((x - a.x) * dx + (y - a.y) * dy) / squared
  const share = Math.max(0, Math.min(1, along))
  const [offX, offY] = [a.x + share * dx - x, a.y + share * dy - y]
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

const touches = (segment: Segment, p: Point): boolean =>
  apart(nearestOn(segment, p).point, p) <= TOUCH

/** The shortest way between two segments, m; 0 where they meet. */
function between(first: Segment, second: Segment): Segment {
  if (meet(first, second)) {
    const at = nearestOn(first, nearestOn(second, first[0]).point).point
    return [at, at]
  }
  const [a, b] = first
  const [c, d] = second
  return shorter(
    shorter([a, nearestOn(second, a).point], [b, nearestOn(second, b).point]),
    shorter([nearestOn(first, c).point, c], [nearestOn(first, d).point, d]),
  )
}

/** The first where both are as long. */
const shorter = (one: Segment, other: Segment): Segment =>
  apart(other[0], other[1]) < apart(one[0], one[1]) ? other : one

/** The shortest straight line from a shape to a segment; of no length where they meet, or the segment lies inside. */
export function shortestTo(segment: Segment, shape: Shape): Segment {
  const inside = segment.find((end) => contains(shape, end))
  if (inside) return [inside, inside]
  return shortest(segmentsOf(shape).map((side) => between(side, segment)))
}

const shortest = (ways: readonly Segment[]): Segment => {
  if (ways.length === 0) throw new RangeError('A shape without an outline.')
  return ways.reduce(shorter)
}

/** The shortest straight line between two shapes; of no length where they meet, or one lies inside the other. */
export function shortestBetween(one: Shape, other: Shape): Segment {
  const inside = [
    ...cornersOf(one).filter((corner) => contains(other, corner)),
    ...cornersOf(other).filter((corner) => contains(one, corner)),
  ][0]
  if (inside) return [inside, inside]
  return shortest(segmentsOf(one).flatMap((a) => segmentsOf(other).map((b) => between(a, b))))
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
