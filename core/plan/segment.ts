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

/** Whether two segments meet; touching counts. */
export function meet(first: Segment, second: Segment): boolean {
  const [a, b] = first
  const [c, d] = second
  const a1 = cross(c, d, a)
  const b1 = cross(c, d, b)
  if (areOneSide(a1, b1, second)) return false
  const c1 = cross(a, b, c)
  const d1 = cross(a, b, d)
  if (areOneSide(c1, d1, first)) return false
  if (a1 * b1 < 0 && c1 * d1 < 0) return true
  return touches(second, a) || touches(second, b) || touches(first, c) || touches(first, d)
}

/** A line is no longer than this, m; found without a root. */
const atMost = ([a, b]: Segment): number => Math.abs(b.x - a.x) + Math.abs(b.y - a.y)

/** Whether two points lie on one side of a line, farther than a touch. */
const areOneSide = (one: number, other: number, line: Segment): boolean =>
  one * other > 0 && Math.min(Math.abs(one), Math.abs(other)) > TOUCH * atMost(line)

const touches = (segment: Segment, p: Point): boolean =>
  apart(nearestOn(segment, p).point, p) <= TOUCH

/** The shortest way between two segments, m; 0 where they meet. */
function between(first: Segment, second: Segment): Segment {
  if (meet(first, second)) {
    const at = nearestOn(first, nearestOn(second, first[0]).point).point
    return [at, at]
  }
  const ways: Segment[] = [
    ...first.map((p): Segment => [p, nearestOn(second, p).point]),
    ...second.map((p): Segment => [nearestOn(first, p).point, p]),
  ]
  return ways.reduce((best, way) => (apart(...way) < apart(...best) ? way : best))
}

/** The shortest straight line between two shapes; of no length where they meet, or one lies inside the other. */
export function shortestBetween(one: Shape, other: Shape): Segment {
  const inside = [
    ...cornersOf(one).filter((corner) => contains(other, corner)),
    ...cornersOf(other).filter((corner) => contains(one, corner)),
  ][0]
  if (inside) return [inside, inside]
  let best: Segment | null = null
  for (const a of segmentsOf(one))
    for (const b of segmentsOf(other)) {
      const way = between(a, b)
      if (!best || apart(...way) < apart(...best)) best = way
    }
  if (!best) throw new RangeError('A shape without an outline.')
  return best
}
