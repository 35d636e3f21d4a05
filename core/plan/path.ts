import FlatQueue from 'flatqueue'
import { nearby } from './near'
import type { Plan, Point } from './plan'
import { meet } from './segment'
import { along, apart, pointAt, segmentsOf, type Segment } from './shape'
import { wallsOf } from './walls'
import type { ThingKind } from './kinds.table'

/** Whoever walks keeps this far from a corner, m. It makes a way longer by a little, never shorter. */
const CLEAR = 0.15
/** Ends of walls nearer than this are one, m. */
const SAME = 0.02

/** Nobody gets through a slit between two walls: each reaches so far beyond its end, m. */
const SLIT = 0.1

/** Ways are looked along in pieces of so much, m. */
const PIECE = 2

/** What stands in the way beside walls. */
const IN_THE_WAY: readonly ThingKind[] = ['gasStore', 'combustible', 'desk', 'extractionUnit']

/** A walk over a floor: the points at which it turns, and its length in m. */
export interface Walk {
  points: readonly Point[]
  length: number
}

/** The floor as one walks it: what is in the way, and the corners that ways turn at. */
export interface Ground {
  /** Whether one may walk straight from one point to another. */
  isFree: (from: Point, to: Point) => boolean
  corners: readonly Point[]
  /** The corners that are seen from a corner, by their places in the list. */
  seenFrom: (corner: number) => readonly number[]
}

/** Read the ground of a floor once, for many walks. @param longestLeg no walk that is asked for is longer, m */
export function groundOf(plan: Plan, floor: string, longestLeg = Infinity): Ground {
  const walls = wallsOf(plan, floor, 'feet').map(({ segment }) => segment)
  const things = plan.things.filter(
    ({ floor: on, kind }) => on === floor && IN_THE_WAY.includes(kind),
  )
  const blocks = [...walls, ...things.flatMap(({ shape }) => segmentsOf(shape))]
  const near = nearby(blocks.map(longer))
  // Piece by piece, so that a way ends at the first wall that it meets.
  const isFree = (from: Point, to: Point): boolean => {
    const way: Segment = [from, to]
    const pieces = Math.max(1, Math.ceil(apart(from, to) / PIECE))
    for (let i = 0; i < pieces; i++) {
      const piece: Segment = [pointAt(way, i / pieces), pointAt(way, (i + 1) / pieces)]
      if (near(piece).some((segment) => meet(segment, way))) return false
    }
    return true
  }
  const corners = turningPoints(blocks)
  const lists = new Map<number, number[]>()
  // What sees is seen: a pair that was looked at from the other end is not looked at again.
  const isSeen = (corner: number, other: number): boolean =>
    lists.get(other)?.includes(corner) ?? isFree(corners[corner]!, corners[other]!)
  const seenFrom = (corner: number): number[] => {
    const known = lists.get(corner)
    if (known) return known
    const from = corners[corner]!
    const all = corners.flatMap((to, i) =>
      i !== corner && apart(from, to) <= longestLeg && isSeen(corner, i) ? [i] : [],
    )
    lists.set(corner, all)
    return all
  }
  return { isFree, corners, seenFrom }
}

function longer([a, b]: Segment): Segment {
  const angle = direction(a, b)
  return [along(a, angle, -SLIT), along(b, angle, SLIT)]
}

/** A way only ever turns round a corner that stands out, or the end of a wall: there is one point in the widest gap around each. */
function turningPoints(blocks: readonly Segment[]): Point[] {
  const ends: { at: Point; angles: number[] }[] = []
  const grid = new Map<string, { at: Point; angles: number[] }[]>()
  const key = (x: number, y: number): string => `${x},${y}`
  const endAt = (p: Point): { at: Point; angles: number[] } => {
    const [cx, cy] = [Math.floor(p.x / SAME), Math.floor(p.y / SAME)]
    for (let x = cx - 1; x <= cx + 1; x++)
      for (let y = cy - 1; y <= cy + 1; y++)
        for (const known of grid.get(key(x, y)) ?? []) if (apart(known.at, p) <= SAME) return known
    const made = { at: p, angles: [] }
    grid.set(key(cx, cy), [...(grid.get(key(cx, cy)) ?? []), made])
    ends.push(made)
    return made
  }
  for (const [a, b] of blocks) {
    endAt(a).angles.push(direction(a, b))
    endAt(b).angles.push(direction(b, a))
  }
  return ends.flatMap(({ at, angles }) => {
    const gap = widestGap(angles)
    return gap.width > 180 + 1e-6 ? [along(at, gap.middle, CLEAR)] : []
  })
}

const direction = (from: Point, to: Point): number =>
  (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI

/** The widest turn between walls that meet in a point, degrees. */
function widestGap(angles: readonly number[]): { width: number; middle: number } {
  const sorted = [...angles].sort((a, b) => a - b)
  return sorted
    .map((from, i) => {
      const to = sorted[i + 1] ?? sorted[0]! + 360
      return { width: to - from, middle: (from + to) / 2 }
    })
    .reduce((best, gap) => (gap.width > best.width ? gap : best))
}

/** The way from each corner to the nearest of some targets. */
interface Field {
  /** m; infinite where there is none. */
  length: Float64Array
  /** The corner after it; the target itself where that is seen from it. */
  next: ({ corner: number } | { target: number } | null)[]
}

/** Walked backwards from all targets at once, each corner is reached by its shortest way. */
function fieldTo({ corners, isFree, seenFrom }: Ground, targets: readonly Point[]): Field {
  const length = new Float64Array(corners.length).fill(Infinity)
  const next: Field['next'] = Array.from({ length: corners.length }, () => null)
  const open = new FlatQueue<number>()
  const offer = (corner: number, metres: number, after: Field['next'][number]): void => {
    if (metres >= length[corner]!) return
    length[corner] = metres
    next[corner] = after
    open.push(corner, metres)
  }
  targets.forEach((target, i) =>
    corners.forEach((corner, c) => {
      const metres = apart(target, corner)
      if (metres < length[c]! && isFree(target, corner)) offer(c, metres, { target: i })
    }),
  )
  while (open.length > 0) {
    const metres = open.peekValue()!
    const corner = open.pop()!
    // It was reached by a shorter way since.
    if (metres > length[corner]!) continue
    for (const other of seenFrom(corner))
      offer(other, metres + apart(corners[corner]!, corners[other]!), { corner })
  }
  return { length, next }
}

/**
 * Shortest walks to the nearest of some targets, from as many places as one likes.
 * @returns a function of the place and of the longest walk that is of use, m; it gives null where there is none within that
 */
export function walksTo(
  ground: Ground,
  targets: readonly Point[],
): (from: Point, longest?: number) => (Walk & { target: number }) | null {
  const { corners, isFree } = ground
  const field = fieldTo(ground, targets)
  return (from, longest = Infinity) => {
    let best = longest
    let first: Field['next'][number] = null
    targets.forEach((target, i) => {
      const metres = apart(from, target)
      if (metres > best || !isFree(from, target)) return
      best = metres
      first = { target: i }
    })
    corners.forEach((corner, c) => {
      const metres = apart(from, corner) + field.length[c]!
      if (metres >= best || !isFree(from, corner)) return
      best = metres
      first = { corner: c }
    })
    return first && walkOver(first, best)

    function walkOver(begin: NonNullable<typeof first>, length: number) {
      const points = [from]
      let step: Field['next'][number] = begin
      while (step && 'corner' in step) {
        points.push(corners[step.corner]!)
        step = field.next[step.corner]!
      }
      const { target } = step!
      return { target, length, points: [...points, targets[target]!] }
    }
  }
}

/** The shortest walk from one place to the nearest of some others; see `walksTo`. */
export const shortestWalk = (
  ground: Ground,
  from: Point,
  targets: readonly Point[],
  longest?: number,
): (Walk & { target: number }) | null => walksTo(ground, targets)(from, longest)
