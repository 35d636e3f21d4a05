import FlatQueue from 'flatqueue'
import { leavesRoom, type LeavesRoom, type WayOut } from './enclosure'
import { FIRST_RING, nextRing, Outwards, type Ring } from './outwards'
import type { Plan, Point, Thing } from './plan'
import { along, apart, segmentsOf, type Segment } from './shape'
import { freeLines } from './sight'
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
export const isInTheWay = (kind: ThingKind): boolean => IN_THE_WAY.includes(kind)

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
  /** What rooms alone tell of ways from any point, and by corner. */
  leavesRoom: LeavesRoom
  waysOut: readonly WayOut[]
  /** No walk that is asked for is longer, m. */
  longest: number
}

/**
 * Read the ground of a floor once, for many walks.
 * @param longest no walk that is asked for is longer, m. @param besides what stands in the way beside walls and furniture
 */
export function groundOf(
  plan: Plan,
  floor: string,
  { longest = Infinity, besides = [] }: { longest?: number; besides?: readonly Thing[] } = {},
): Ground {
  const walls = wallsOf(plan, floor, 'feet').map(({ segment }) => segment)
  const things = plan.things.filter(({ floor: on, kind }) => on === floor && isInTheWay(kind))
  const blocks = [...walls, ...[...things, ...besides].flatMap(({ shape }) => segmentsOf(shape))]
  const corners = turningPoints(blocks)
  const leaves = leavesRoom(plan, floor, 'feet')
  return {
    isFree: freeLines(blocks.map(longer)),
    corners,
    leavesRoom: leaves,
    waysOut: corners.map(leaves),
    longest,
  }
}

function longer([a, b]: Segment): Segment {
  const angle = direction(a, b)
  return [along(a, angle, -SLIT), along(b, angle, SLIT)]
}

/** More cells than any plan is wide. */
const ROW_OF_CELLS = 2 ** 22

/** A way only ever turns round a corner that stands out, or the end of a wall: there is one point in the widest gap around each. */
function turningPoints(blocks: readonly Segment[]): Point[] {
  const ends: { at: Point; angles: number[] }[] = []
  const grid = new Map<number, { at: Point; angles: number[] }[]>()
  const key = (x: number, y: number): number => x * ROW_OF_CELLS + y
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

/** So few corners are looked for one by one: most often nobody gets to them, or only by a way that is too long. */
const FEW = 16

/** The step after a corner: another corner, or the target itself where that is seen from it. */
type Step = { corner: number } | { target: number }

/** The way from each corner to the nearest of some targets. */
interface Field {
  /** m; infinite where there is none. */
  length: Float64Array
  next: (Step | null)[]
}

/** A place that was reached, and how far around it corners were looked for. */
interface Reached {
  at: Point
  length: number
  step: Step
  ring: Ring
  wayOut: WayOut
}

/**
 * Walked backwards from all targets at once, each corner is reached by its shortest way.
 * Dijkstra, with the ways looked at only when it is their turn: most never are.
 */
function fieldTo(ground: Ground, targets: readonly Point[]): Field {
  const { corners, waysOut, isFree, leavesRoom, longest } = ground
  const length = new Float64Array(corners.length).fill(Infinity)
  const next: Field['next'] = corners.map(() => null)
  const around = new Outwards(corners)
  const reached: Reached[] = []
  // What has its turn: from which place to which corner, as one figure; beyond the last corner it is the next ring.
  const open = new FlatQueue<number>()
  const FARTHER = corners.length
  const left = new Set(corners.keys())
  const lookAround = (place: number): void => {
    const { at, length: walked, ring, wayOut } = reached[place]!
    const first = place * (FARTHER + 1)
    const consider = (corner: number, metres: number): void => {
      const isShort = walked + metres <= longest
      if (isShort && wayOut.to(corners[corner]!) && waysOut[corner]!.to(at))
        open.push(first + corner, walked + metres)
    }
    if (left.size <= FEW) {
      for (const corner of left)
        if (apart(at, corners[corner]!) > ring.inner) consider(corner, apart(at, corners[corner]!))
      return
    }
    around.each(at, ring, consider, wayOut.into)
    if (ring.outer < around.farthest(at) && walked + ring.outer < longest)
      open.push(first + FARTHER, walked + ring.outer)
  }
  const reach = (at: Point, metres: number, step: Step, wayOut: WayOut): void => {
    reached.push({ at, length: metres, step, ring: FIRST_RING, wayOut })
    lookAround(reached.length - 1)
  }
  targets.forEach((target, i) => reach(target, 0, { target: i }, leavesRoom(target)))
  while (left.size > 0 && open.length > 0) {
    const metres = open.peekValue()!
    const turn = open.pop()!
    const place = Math.floor(turn / (FARTHER + 1))
    const corner = turn % (FARTHER + 1)
    const { at, step, ring } = reached[place]!
    if (corner === FARTHER) {
      reached[place]!.ring = nextRing(ring)
      lookAround(place)
    } else if (length[corner] === Infinity && isFree(at, corners[corner]!)) {
      length[corner] = metres
      next[corner] = step
      left.delete(corner)
      around.leaveOut(corner)
      reach(corners[corner]!, metres, { corner }, waysOut[corner]!)
    }
  }
  return { length, next }
}

/**
 * Shortest walks to the nearest of some targets, from as many places as one likes.
 * @returns a function of the place; it gives null where no walk is short enough for the ground
 */
export function walksTo(
  ground: Ground,
  targets: readonly Point[],
): (from: Point) => (Walk & { target: number }) | null {
  const { corners, isFree } = ground
  const field = fieldTo(ground, targets)
  // Corners from which a target can be reached, and the targets themselves.
  const steps: Step[] = [
    ...targets.map((_, target) => ({ target })),
    ...corners.flatMap((_, corner) => (field.length[corner]! < Infinity ? [{ corner }] : [])),
  ]
  const placeOf = (step: Step): Point =>
    'corner' in step ? corners[step.corner]! : targets[step.target]!
  const lengthFrom = (step: Step): number => ('corner' in step ? field.length[step.corner]! : 0)
  const around = new Outwards(steps.map(placeOf))
  return (from) => {
    let best = ground.longest
    let first: Step | null = null
    const end = around.farthest(from)
    for (let ring = FIRST_RING; ring.inner < Math.min(best, end); ring = nextRing(ring)) {
      const ways: { step: Step; whole: number }[] = []
      around.each(from, ring, (place, metres) => {
        const step = steps[place]!
        const whole = metres + lengthFrom(step)
        if (whole <= best) ways.push({ step, whole })
      })
      const shortest = ways
        .sort((one, other) => one.whole - other.whole)
        .find(({ step }) => isFree(from, placeOf(step)))
      if (!shortest) continue
      best = shortest.whole
      first = shortest.step
    }
    return first && walkOver(first, best)

    function walkOver(begin: Step, length: number) {
      const points = [from]
      let step: Step | null = begin
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
): (Walk & { target: number }) | null => walksTo(ground, targets)(from)
