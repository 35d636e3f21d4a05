import { enclosuresOn, type Enclosures } from '../enclosure'
import { boundsOf } from '../near'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { cornersOf, middleOf, pointAt, segmentsOf, type Segment } from '../shape'
import { freeLines } from '../blocks'
import { View } from '../view'
import { figureOf, wallsOf } from '../walls'

/** What closes a look: known to, or perhaps. */
export interface Closing {
  surely: readonly Segment[]
  perhaps: readonly Segment[]
  /** Those whose walls surely close it. */
  rooms: Enclosures
}

/** How a look from one place to another ends. */
export type Look = 'closed' | 'untold' | 'open'

/** Looks from some points to some others. */
export interface Looks {
  /** How the most open one ends, with its line. */
  mostOpen: (from: readonly Point[], to: readonly Point[]) => { look: Look; line: Segment }
  /** How one ends that rooms do not rule out. */
  between: (from: Point, to: Point) => Look
  rooms: Enclosures
}

/** A tall person looks over anything lower, m. Common practice. */
export const EYE_HEIGHT = 1.8

/** Whether something told to be so high ends a look at eye height; null: its height is not told. */
export const isHighEnough = ({ facts }: Thing): boolean | null => {
  const height = figureOf(facts.height)
  return height === null ? null : height >= EYE_HEIGHT
}

/**
 * Looks from one thing to another, over every pair of points that may matter.
 */
export function lookFrom({ surely, perhaps, rooms }: Closing): Looks {
  const isFree = freeLines(surely)
  const isFreeOfAll = perhaps.length === 0 ? isFree : freeLines([...surely, ...perhaps])
  const between = (a: Point, b: Point): Look => {
    if (!isFree(a, b)) return 'closed'
    return isFreeOfAll === isFree || isFreeOfAll(a, b) ? 'open' : 'untold'
  }
  return {
    mostOpen(from, to) {
      let untold: Segment | null = null
      const bounds = boundsOf(to)
      for (const a of from) {
        const view = View.of(rooms, a)
        if (!view.mayShowSomeOf(bounds)) continue
        for (const b of to) {
          const look = view.mayShow(b) ? between(a, b) : 'closed'
          if (look === 'open') return { look, line: [a, b] }
          if (look === 'untold') untold ??= [a, b]
        }
      }
      return untold
        ? { look: 'untold', line: untold }
        : { look: 'closed', line: [from[0]!, to[0]!] }
    },
    between,
    rooms,
  }
}

/** Where an arc may burn at a station: in its middle, and half way to each corner. */
export function arcsOf({ shape }: Thing): Point[] {
  const middle = middleOf(shape)
  return [middle, ...cornersOf(shape).map((corner) => pointAt([middle, corner], 0.5))]
}

/** Looks at eye height over a floor; whoever judges the same plan looks at it once. */
export function looksOver(plan: Plan, floor: string, ready: ReadonlySet<string>): Looks {
  const ofPlan = known.get(plan) ?? new Map<string, { ready: ReadonlySet<string>; looks: Looks }>()
  known.set(plan, ofPlan)
  const found = ofPlan.get(floor)
  if (found?.ready === ready) return found.looks
  const looks = lookFrom(screensOn(plan, floor, ready))
  ofPlan.set(floor, { ready, looks })
  return looks
}
const known = new WeakMap<Plan, Map<string, { ready: ReadonlySet<string>; looks: Looks }>>()

/** Walls and curtains at eye height, as far as they are known to be high enough and ready. */
function screensOn(plan: Plan, floor: string, ready: ReadonlySet<string>): Closing {
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
    [...walls, ...curtains].filter(({ closes }) => closes === wanted).map(({ segment }) => segment)
  const high = onFloor(plan, floor, 'room').filter((room) => isHighEnough(room) === true)
  return {
    surely: those(true),
    perhaps: those(null),
    rooms: enclosuresOn(plan, floor, 'eyes', high),
  }
}
