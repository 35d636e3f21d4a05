import FlatQueue from 'flatqueue'
import RBush from 'rbush'
import type { Plan, Point } from './plan'
import { meet } from './segment'
import { along, apart, segmentsOf, type Segment } from './shape'
import { wallsOf } from './walls'
import type { ThingKind } from './kinds.table'

/** Whoever walks keeps this far from a corner, m. It makes a way longer by a little, never shorter. */
const CLEAR = 0.15
/** Ends of walls nearer than this are one, m. */
const SAME = 0.02

/** Nobody gets through a slit between two walls: each reaches so far beyond its end, m. */
const SLIT = 0.1

/** What stands in the way beside walls. */
const IN_THE_WAY: readonly ThingKind[] = ['gasStore', 'combustible', 'desk', 'extractionUnit']

/** A walk over a floor: the points at which it turns, and its length in m. */
export interface Walk {
  points: readonly Point[]
  length: number
}

interface Boxed {
  minX: number
  minY: number
  maxX: number
  maxY: number
}
interface BoxedSegment extends Boxed {
  segment: Segment
}

const boxOf = ([a, b]: Segment): Boxed => ({
  minX: Math.min(a.x, b.x),
  minY: Math.min(a.y, b.y),
  maxX: Math.max(a.x, b.x),
  maxY: Math.max(a.y, b.y),
})

/** The floor as one walks it: what is in the way, and the corners that ways turn at. */
export interface Ground {
  /** Whether one may walk straight from one point to another. */
  isFree: (from: Point, to: Point) => boolean
  corners: readonly Point[]
  /** The corners that are seen from a corner, by their places in the list. */
  seenFrom: (corner: number) => readonly number[]
}

/** Read the ground of a floor once, for many walks. */
export function groundOf(plan: Plan, floor: string): Ground {
  const walls = wallsOf(plan, floor, 'feet').map(({ segment }) => segment)
  const things = plan.things.filter(
    ({ floor: on, kind }) => on === floor && IN_THE_WAY.includes(kind),
  )
  const blocks = [...walls, ...things.flatMap(({ shape }) => segmentsOf(shape))]
  const tree = new RBush<BoxedSegment>().load(
    blocks.map(longer).map((segment) => ({ ...boxOf(segment), segment })),
  )
  const isFree = (from: Point, to: Point): boolean => {
    const way: Segment = [from, to]
    return !tree.search(boxOf(way)).some(({ segment }) => meet(segment, way))
  }
  const corners = turningPoints(blocks)
  const seen = new Map<number, number[]>()
  const seenFrom = (corner: number): number[] => {
    const known = seen.get(corner)
    if (known) return known
    const from = corners[corner]!
    const all = corners.flatMap((to, i) => (i !== corner && isFree(from, to) ? [i] : []))
    seen.set(corner, all)
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

/**
 * The shortest walk from a place to the nearest of some others.
 * @param longest m; beyond it nobody looks
 * @returns null where there is none within that
 */
export function shortestWalk(
  ground: Ground,
  from: Point,
  targets: readonly Point[],
  longest = Infinity,
): (Walk & { target: number }) | null {
  const { corners, isFree, seenFrom } = ground
  // Places: the corners, then each target.
  const reached = new Map<number, { length: number; before: number | null }>()
  const done = new Set<number>()
  const open = new FlatQueue<number>()
  const pointOf = (place: number): Point =>
    place < corners.length ? corners[place]! : targets[place - corners.length]!
  const offer = (place: number, length: number, before: number | null): void => {
    if (length > longest || length >= (reached.get(place)?.length ?? Infinity)) return
    reached.set(place, { length, before })
    open.push(place, length)
  }
  const seesTarget = (at: Point, length: number, before: number | null): void =>
    targets.forEach((target, i) => {
      if (length + apart(at, target) <= longest && isFree(at, target))
        offer(corners.length + i, length + apart(at, target), before)
    })
  seesTarget(from, 0, null)
  corners.forEach((corner, i) => {
    if (apart(from, corner) <= longest && isFree(from, corner)) offer(i, apart(from, corner), null)
  })
  while (open.length > 0) {
    const length = open.peekValue()!
    const place = open.pop()!
    if (done.has(place)) continue
    done.add(place)
    if (place >= corners.length)
      return { target: place - corners.length, length, points: walkTo(place) }
    const at = corners[place]!
    seesTarget(at, length, place)
    for (const other of seenFrom(place)) offer(other, length + apart(at, corners[other]!), place)
  }
  return null

  function walkTo(place: number): Point[] {
    const back = [pointOf(place)]
    for (let at = reached.get(place)!.before; at !== null; at = reached.get(at)!.before)
      back.push(pointOf(at))
    return [from, ...back.reverse()]
  }
}
