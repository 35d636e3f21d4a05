import { polygonArea, polygonContains } from 'd3-polygon'
import { gathered } from './gathered'
import { boundsOf, nearOf, type Bounds, type Near } from './near'
import { onFloor, type Plan, type Point, type Thing } from './plan'
import { meet } from './segment'
import { cornersOf, pointAt, segmentsOf, type Segment } from './shape'
import { stretchesOf, type OpenTo, type Stretch } from './walls'

/** A gap is taken this much wider to either side than its opening, as a share of the wall, so that rounding closes none. */
const WIDER = 0.001
/** Beyond a gap is so far off its wall, m. */
const BEYOND = 0.01

/** An opening in the wall of a room. */
export interface Gap {
  /** As seen from within the room: its right end, then its left. */
  ends: Segment
  bounds: Bounds
  /** The room on its other side; null: there is none, or not along the whole of it. */
  beyond: Enclosure | null
}

/** A room as what keeps lines in: a straight line that leaves it passes one of its gaps. */
export interface Enclosure extends Bounds {
  corners: [number, number][]
  /** Its outer bounds are its walls. */
  isUpright: boolean
  walls: readonly Segment[]
  gaps: Gap[]
}

/**
 * The rooms of a floor, with how they open into each other.
 * @param rooms those all of whose walls end a line
 */
export function enclosuresOn(
  plan: Plan,
  floor: string,
  to: OpenTo,
  rooms: readonly Thing[] = onFloor(plan, floor, 'room'),
): Enclosures {
  const all = rooms.map(({ shape }) => walled(cornersOf(shape), segmentsOf(shape)))
  const roomsNear = nearOf(all, (room) => room)
  const holding = (point: Point): Enclosure[] =>
    roomsNear([point]).filter((room) => holds(room, point))
  const taken = (wall: Segment): readonly Stretch[] => stretchesOf(plan, floor, to, wall)
  for (const room of all) room.gaps = gapsOf(room, taken, holding)
  return { all, near: roomsNear, holding }
}

export interface Enclosures {
  all: readonly Enclosure[]
  near: Near<Enclosure>
  /** Those that a point lies in. */
  holding: (point: Point) => readonly Enclosure[]
}

/** Where nothing is known to keep lines in. */
export const NO_ENCLOSURES: Enclosures = { all: [], near: () => [], holding: () => [] }

function walled(points: readonly Point[], walls: readonly Segment[]): Enclosure {
  const { minX, minY, maxX, maxY } = boundsOf(points)
  const corners = points.map(({ x, y }): [number, number] => [x, y])
  const box = (maxX - minX) * (maxY - minY)
  const isUpright = Math.abs(Math.abs(polygonArea(corners)) - box) <= ROUNDING * box
  return { minX, minY, maxX, maxY, corners, isUpright, walls, gaps: [] }
}
const ROUNDING = 1e-9

function gapsOf(
  { corners, walls }: Enclosure,
  taken: (wall: Segment) => readonly Stretch[],
  holding: Enclosures['holding'],
): Gap[] {
  // d3-polygon counts an area that runs against the clock as less than none.
  const isClockwise = polygonArea(corners) > 0
  return gathered(walls, (wall) =>
    taken(wall).map(({ from, to }): Gap => {
      const one = pointAt(wall, from - WIDER)
      const other = pointAt(wall, to + WIDER)
      // Whoever stands within sees a wall that runs clockwise from the left to the right.
      const ends: Segment = isClockwise ? [other, one] : [one, other]
      return { ends, bounds: boundsOf(ends), beyond: roomBeyond(ends, holding) }
    }),
  )
}

function roomBeyond([right, left]: Segment, holding: Enclosures['holding']): Enclosure | null {
  const [dx, dy] = [left.x - right.x, left.y - right.y]
  const length = Math.sqrt(dx * dx + dy * dy)
  const off = ({ x, y }: Point): Point => ({
    x: x + (BEYOND * dy) / length,
    y: y - (BEYOND * dx) / length,
  })
  const strip: Segment = [
    off(pointAt([right, left], WIDER)),
    off(pointAt([right, left], 1 - WIDER)),
  ]
  const isAlong = (room: Enclosure): boolean =>
    holds(room, strip[1]) && !room.walls.some((wall) => meet(wall, strip))
  return holding(strip[0]).find(isAlong) ?? null
}

export const holds = (room: Enclosure, { x, y }: Point): boolean =>
  x >= room.minX &&
  x <= room.maxX &&
  y >= room.minY &&
  y <= room.maxY &&
  (room.isUpright || polygonContains(room.corners, [x, y]))
