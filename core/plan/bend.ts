import type { Point } from './plan'
import { sideOf } from './side'

/** Corners are walked round a little off them: what lies so little to the wrong side may lie on the right one, m. */
const OFF = 0.2

/** What a way turns round: a corner that stands out. */
export interface Corner {
  /** Where a way turns, clear of the corner. */
  at: Point
  /** The corner itself. */
  round: Point
  /** A point on each of its two walls, 1 m from it: to the right of its open side, and to the left. */
  walls: readonly [Point, Point]
}

/** The points with a x + b y + c of 0 or more. */
interface HalfPlane {
  a: number
  b: number
  c: number
}

/** What lies to the left (1) or the right (-1) of a line, or a little beyond it. */
function besideLine(from: Point, through: Point, side: 1 | -1): HalfPlane {
  const dx = side * (through.x - from.x)
  const dy = side * (through.y - from.y)
  const off = OFF * Math.sqrt(dx * dx + dy * dy)
  return { a: -dy, b: dx, c: dy * from.x - dx * from.y + off }
}

/** Where a shortest way may go on: in both. */
export type Bend = readonly [HalfPlane, HalfPlane]

const EVERYTHING: HalfPlane = { a: 0, b: 0, c: 1 }
export const ANYWHERE: Bend = [EVERYTHING, EVERYTHING]

/**
 * Where a shortest way goes on from a corner: it bends round it, like a string that is pulled tight,
 * no less than straight on and no more than along the other wall.
 * What lies elsewhere is reached by a shorter way, which does not come by here.
 * @param from where the way comes from
 * @returns null where it comes upon the corner from its open side: no shortest way goes on from there
 */
export function bendRound({ at, round, walls }: Corner, from: Point): Bend | null {
  const [right, left] = walls
  if (sideOf(from, round, right) > OFF && sideOf(from, round, left) < -OFF) return null
  const turn = sideOf(from, at, round)
  if (turn === 0) return ANYWHERE
  return turn > 0
    ? [besideLine(from, at, 1), besideLine(round, left, -1)]
    : [besideLine(from, at, -1), besideLine(round, right, 1)]
}
