import { enclosuresOn, type Enclosures } from '../enclosure'
import { boundsOf } from '../near'
import { once } from '../once'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { cornersOf, middleOf, pointAt, segmentsOf, type Segment } from '../shape'
import { Blocks } from '../blocks'
import { Sight } from '../sight/sight'
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

/** A tall person looks over anything lower, m. Common practice. */
export const EYE_HEIGHT = 1.8

/** Whether something told to be so high ends a look at eye height; null: its height is not told. */
export const isHighEnough = ({ facts }: Thing): boolean | null => {
  const height = figureOf(facts.height)
  return height === null ? null : height >= EYE_HEIGHT
}

/** Looks from some points to some others. */
export class Looks {
  /** What rooms rule out. */
  readonly sight: Sight
  private readonly surely: Blocks
  /** Those that close it perhaps with those that surely do; null: there are none. */
  private readonly perhaps: Blocks | null

  constructor({ surely, perhaps, rooms }: Closing) {
    this.sight = new Sight(rooms)
    this.surely = new Blocks(surely)
    this.perhaps = perhaps.length > 0 ? new Blocks([...surely, ...perhaps]) : null
  }

  /** How one ends that rooms do not rule out. Where from and where to, m. */
  between(fromX: number, fromY: number, toX: number, toY: number): Look {
    if (this.surely.isMetBy(fromX, fromY, toX, toY)) return 'closed'
    return this.perhaps?.isMetBy(fromX, fromY, toX, toY) ? 'untold' : 'open'
  }

  /** How one ends in a view from where it begins. */
  inView(view: number, from: Point, to: Point): Look {
    return this.sight.mayShow(view, to) ? this.between(from.x, from.y, to.x, to.y) : 'closed'
  }

  /** How the most open one of every pair of points ends, with its line. */
  mostOpen(from: readonly Point[], to: readonly Point[]): { look: Look; line: Segment } {
    const { sight } = this
    let untold: Segment | null = null
    const bounds = boundsOf(to)
    for (const a of from) {
      const view = sight.from(a)
      if (!sight.mayShowSomeOf(view, bounds)) continue
      for (const b of to) {
        const look = this.inView(view, a, b)
        if (look === 'open') return { look, line: [a, b] }
        if (look === 'untold') untold ??= [a, b]
      }
    }
    return untold ? { look: 'untold', line: untold } : { look: 'closed', line: [from[0]!, to[0]!] }
  }
}

/** Where an arc may burn at a station: in its middle, and half way to each corner. */
export function arcsOf({ shape }: Thing): Point[] {
  const middle = middleOf(shape)
  return [middle, ...cornersOf(shape).map((corner) => pointAt([middle, corner], 0.5))]
}

/** Looks at eye height over a floor; whoever judges the same plan looks at it once. */
export function looksOver(plan: Plan, floor: string, ready: ReadonlySet<string>): Looks {
  const known = knownOf(plan)
  const found = known.get(floor)
  if (found?.ready === ready) return found.looks
  const looks = new Looks(screensOn(plan, floor, ready))
  known.set(floor, { ready, looks })
  return looks
}
const knownOf = once(
  (_plan: Plan) => new Map<string, { ready: ReadonlySet<string>; looks: Looks }>(),
)

/** Walls and curtains at eye height, as far as they are known to be high enough and ready. */
function screensOn(plan: Plan, floor: string, ready: ReadonlySet<string>): Closing {
  const surely: Segment[] = []
  const perhaps: Segment[] = []
  const put = (segment: Segment, closes: boolean | null): void => {
    if (closes !== false) (closes ? surely : perhaps).push(segment)
  }
  for (const { segment, of } of wallsOf(plan, floor, 'eyes')) put(segment, isHighEnough(of))
  for (const curtain of onFloor(plan, floor, 'curtain')) {
    const isHigh = isHighEnough(curtain)
    const closes = isHigh && !ready.has(curtain.id) ? null : isHigh
    for (const segment of segmentsOf(curtain.shape)) put(segment, closes)
  }
  const high = onFloor(plan, floor, 'room').filter((room) => isHighEnough(room) === true)
  return { surely, perhaps, rooms: enclosuresOn(plan, floor, 'eyes', high) }
}
