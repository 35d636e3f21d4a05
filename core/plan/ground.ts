import { ascending } from './ascending'
import type { Corner } from './bend'
import { enclosuresOn, type Enclosures } from './enclosure'
import { gathered } from './gathered'
import type { ThingKind } from './kinds.table'
import { oncePerFloor } from './once'
import type { Plan, Point, Thing } from './plan'
import { along, apart, segmentsOf, type Segment } from './shape'
import { Blocks } from './blocks'
import { Gaps } from './sight/gaps'
import { wallsOf } from './walls'

/** Whoever walks keeps this far from a corner, m. It makes a way longer by a little, never shorter. */
const CLEAR = 0.15
/** Ends of walls nearer than this are one, m. */
const SAME = 0.02

/** Nobody gets through a slit between two walls: each reaches so far beyond its end, m. */
const SLIT = 0.1

/** What stands in the way beside walls. */
const IN_THE_WAY: readonly ThingKind[] = ['gasStore', 'combustible', 'desk', 'extractionUnit']
export const isInTheWay = (kind: ThingKind): boolean => IN_THE_WAY.includes(kind)

/** The floor as one walks it: what is in the way, and the corners that ways turn at. */
export interface Ground {
  /** What is in the way. */
  blocks: Blocks
  corners: readonly Corner[]
  rooms: Enclosures
  /** Of those rooms. */
  gaps: Gaps
}

/** The ground of a floor. */
export const groundOf = oncePerFloor((plan, floor) => groundWith(plan, floor, []))
const roomsOn = oncePerFloor((plan, floor) => {
  const rooms = enclosuresOn(plan, floor, 'feet')
  return { rooms, gaps: new Gaps(rooms) }
})

/** @param besides what stands in the way beside walls and furniture */
export function groundWith(plan: Plan, floor: string, besides: readonly Thing[]): Ground {
  const walls = wallsOf(plan, floor, 'feet').map(({ segment }) => segment)
  const things = plan.things.filter(({ floor: on, kind }) => on === floor && isInTheWay(kind))
  const blocks = [...walls, ...gathered([...things, ...besides], ({ shape }) => segmentsOf(shape))]
  return {
    blocks: new Blocks(blocks, SLIT),
    corners: turningPoints(blocks),
    ...roomsOn(plan, floor),
  }
}

/** With more than this open around it a corner is sharp, degrees; a box has 270. */
const SHARP = 271

/** Side of the cells that ends are looked for in, m, and more of them than any plan is wide; their numbers stay small, which Map finds sooner. */
const CELL = 0.5
const ROW_OF_CELLS = 2 ** 15
const cell = (metres: number): number => Math.floor(metres / CELL)

/** Where walls end, with the directions in which they run from there, degrees. */
interface End {
  at: Point
  angles: number[]
}
const NO_ENDS: readonly End[] = []

/** A way only ever turns round a corner that stands out, in the widest gap between the walls that meet there. */
function turningPoints(blocks: readonly Segment[]): Corner[] {
  const ends: End[] = []
  const grid = new Map<number, End[]>()
  const key = (x: number, y: number): number => x * ROW_OF_CELLS + y
  const endAt = (p: Point): End => {
    for (let x = cell(p.x - SAME); x <= cell(p.x + SAME); x++)
      for (let y = cell(p.y - SAME); y <= cell(p.y + SAME); y++)
        for (const known of grid.get(key(x, y)) ?? NO_ENDS)
          if (apart(known.at, p) <= SAME) return known
    const made: End = { at: p, angles: [] }
    const place = key(cell(p.x), cell(p.y))
    const beside = grid.get(place)
    if (beside) beside.push(made)
    else grid.set(place, [made])
    ends.push(made)
    return made
  }
  for (const [a, b] of blocks) {
    endAt(a).angles.push(direction(a, b))
    endAt(b).angles.push(direction(b, a))
  }
  return gathered(ends, ({ at, angles }) => {
    const { from, width } = widestGap(angles)
    if (width <= 180 + 1e-6) return []
    if (width <= SHARP) return [cornerAt(at, from, from + width)]
    // The end of a wall, and what is as sharp, has two corners with a face between them.
    const middle = from + width / 2
    return [cornerAt(at, from, middle + 90), cornerAt(at, middle - 90, from + width)]
  })
}

/** @param from direction of the wall to the right of the open side. @param to of that to the left, degrees */
function cornerAt(round: Point, from: number, to: number): Corner {
  const half = (to - from) / 2
  return {
    at: along(round, from + half, CLEAR / Math.sin((half * Math.PI) / 180)),
    round,
    walls: [along(round, from, 1), along(round, to, 1)],
  }
}

const direction = (from: Point, to: Point): number =>
  (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI

/** The widest turn between walls that meet in a point, degrees. @param angles are put in order */
function widestGap(angles: number[]): { from: number; width: number } {
  ascending(angles)
  const widest = { from: 0, width: 0 }
  for (let i = 0; i < angles.length; i++) {
    const from = angles[i]!
    const to = angles[i + 1] ?? angles[0]! + 360
    if (to - from <= widest.width) continue
    widest.from = from
    widest.width = to - from
  }
  return widest
}
