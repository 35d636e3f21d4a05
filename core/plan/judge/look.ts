import { leavesRoom, type LeavesRoom, type WayOut } from '../enclosure'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { apart, cornersOf, middleOf, pointAt, segmentsOf, type Segment } from '../shape'
import { freeLines } from '../sight'
import { figureOf, wallsOf } from '../walls'

/** What closes a look: known to, or perhaps. */
export interface Closing {
  surely: readonly Segment[]
  perhaps: readonly Segment[]
  /** What rooms alone tell of it, where their walls surely close it. */
  leavesRoom?: LeavesRoom
}

/** How a look from one place to another ends. */
export type Look = 'closed' | 'untold' | 'open'

/** A tall person looks over anything lower, m. Common practice. */
export const EYE_HEIGHT = 1.8

/** Whether something told to be so high ends a look at eye height; null: its height is not told. */
export const isHighEnough = ({ facts }: Thing): boolean | null => {
  const height = figureOf(facts.height)
  return height === null ? null : height >= EYE_HEIGHT
}

/**
 * Looks from one thing to another, over every pair of points that may matter.
 * @returns how the most open of them ends, with its line
 */
export function lookFrom({ surely, perhaps, leavesRoom }: Closing): (
  from: readonly Point[],
  to: readonly Point[],
) => {
  look: Look
  line: Segment
} {
  const isFree = freeLines(surely)
  const isFreeOfAll = perhaps.length === 0 ? isFree : freeLines([...surely, ...perhaps])
  // The same points are looked from again and again.
  const known = new Map<Point, WayOut>()
  const wayOutOf = (point: Point): WayOut | null => {
    if (!leavesRoom) return null
    const found = known.get(point) ?? leavesRoom(point)
    known.set(point, found)
    return found
  }
  return (from, to) => {
    let free: Segment | null = null
    for (const a of from) {
      const wayOut = wayOutOf(a)
      for (const b of to) {
        if (wayOut?.to(b) === false || !isFree(a, b)) continue
        if (isFreeOfAll === isFree || isFreeOfAll(a, b)) return { look: 'open', line: [a, b] }
        free ??= [a, b]
      }
    }
    return free ? { look: 'untold', line: free } : { look: 'closed', line: [from[0]!, to[0]!] }
  }
}

/** Where an arc may burn at a station: in its middle, and half way to each corner. */
export function arcsOf({ shape }: Thing): Point[] {
  const middle = middleOf(shape)
  return [middle, ...cornersOf(shape).map((corner) => pointAt([middle, corner], 0.5))]
}

/** Along a walkway people are looked for every so many metres. */
const STRIDE = 0.2

/** Where somebody may stand at a desk or on a walkway. */
export function peopleAt({ shape, facts }: Thing): Point[] {
  if (shape.type !== 'line') return [middleOf(shape), ...cornersOf(shape)]
  const half = (figureOf(facts.width) ?? 1) / 2
  return segmentsOf(shape).flatMap((segment) => alongBothSides(segment, half))
}

function alongBothSides(segment: Segment, half: number): Point[] {
  const length = apart(...segment)
  if (length === 0) return [segment[0]]
  const [a, b] = segment
  const off = { x: (-(b.y - a.y) / length) * half, y: ((b.x - a.x) / length) * half }
  const steps = Math.ceil(length / STRIDE)
  return Array.from({ length: steps + 1 }, (_, i) => pointAt(segment, i / steps)).flatMap(
    ({ x, y }) => [
      { x: x + off.x, y: y + off.y },
      { x: x - off.x, y: y - off.y },
    ],
  )
}

/** Walls and curtains at eye height, as far as they are known to be high enough and ready. */
export function screensOn(plan: Plan, floor: string, ready: ReadonlySet<string>): Closing {
  const walls = wallsOf(plan, floor, 'eyes').map(({ segment, of }) => ({
    segment,
    closes: isHighEnough(of),
  }))
  const curtains = onFloor(plan, floor, 'curtain').flatMap((curtain) => {
    const isHigh = isHighEnough(curtain)
    const closes = isHigh && !ready.has(curtain.id) ? null : isHigh
    return segmentsOf(curtain.shape).map((segment) => ({ segment, closes }))
  })
  const those = (wanted: boolean | null): Segment[] =>
    [...walls, ...curtains].flatMap(({ segment, closes }) => (closes === wanted ? [segment] : []))
  const high = onFloor(plan, floor, 'room').filter((room) => isHighEnough(room) === true)
  return {
    surely: those(true),
    perhaps: those(null),
    leavesRoom: leavesRoom(plan, floor, 'eyes', high),
  }
}
