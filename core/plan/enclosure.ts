import { polygonContains } from 'd3-polygon'
import RBush from 'rbush'
import { boundsOf, nearby, type Bounds } from './near'
import { onFloor, type Plan, type Point, type Thing } from './plan'
import { meet } from './segment'
import { cornersOf, pointAt, segmentsOf, type Segment } from './shape'
import { OPEN_TO, REACH_OF_OPENING, stretchOf } from './walls'

/** A gap is taken this much wider to either side than its opening, as a share of the wall, so that rounding closes none. */
const WIDER = 0.001

/** A room as what keeps lines in: a straight line that leaves it passes one of its gaps. */
interface Enclosure extends Bounds {
  corners: [number, number][]
  gaps: readonly Segment[]
}

/** Whether a straight line from a place may be free. False: it surely is not; true: its walls are still to be looked at. */
export interface WayOut {
  to: (point: Point) => boolean
  /** To any point of a box. */
  into: (box: Bounds) => boolean
}
export type LeavesRoom = (from: Point) => WayOut

const ANYWHERE: WayOut = { to: () => true, into: () => true }

/**
 * What can be told from rooms alone of lines that meet no wall: most are told so at a tenth of the cost.
 * @param rooms those of a floor all of whose walls end a line
 */
export function leavesRoom(
  plan: Plan,
  floor: string,
  to: keyof typeof OPEN_TO,
  rooms: readonly Thing[] = onFloor(plan, floor, 'room'),
): LeavesRoom {
  const near = nearby(
    onFloor(plan, floor, ...OPEN_TO[to]).flatMap(({ shape }) => segmentsOf(shape)),
  )
  const tree = new RBush<Enclosure>().load(rooms.map((room) => enclosureOf(room, near)))
  return (from) => {
    const bounds = boundsOf([from])
    const room = tree.search(bounds).find((one) => holds(one, from))
    if (!room) return ANYWHERE
    return {
      to: (there) => holds(room, there) || room.gaps.some((gap) => meet(gap, [from, there])),
      into: (box) => overlap(room, box) || room.gaps.some((gap) => isSeenThrough(from, gap, box)),
    }
  }
}

function enclosureOf({ shape }: Thing, near: ReturnType<typeof nearby>): Enclosure {
  const corners = cornersOf(shape)
  return {
    ...boundsOf(corners),
    corners: corners.map(({ x, y }) => [x, y]),
    gaps: segmentsOf(shape).flatMap((wall) =>
      near(wall, REACH_OF_OPENING).flatMap((opening): Segment[] => {
        const taken = stretchOf(wall, opening)
        if (!taken) return []
        return [[pointAt(wall, taken[0] - WIDER), pointAt(wall, taken[1] + WIDER)]]
      }),
    ),
  }
}

const overlap = (one: Bounds, other: Bounds): boolean =>
  one.minX <= other.maxX &&
  one.maxX >= other.minX &&
  one.minY <= other.maxY &&
  one.maxY >= other.minY

/** Whether a box comes into what is seen from a point through a gap; beside either edge of that it does not. */
function isSeenThrough(from: Point, [one, other]: Segment, box: Bounds): boolean {
  const turn = (one.x - from.x) * (other.y - from.y) - (one.y - from.y) * (other.x - from.x)
  // Whoever stands in the gap, or in line with it, sees both ways.
  if (Math.abs(turn) <= TOUCH) return true
  const [right, left] = turn > 0 ? [one, other] : [other, one]
  return !isBeside(from, right, box, 1) && !isBeside(from, left, box, -1)
}

/** Whether a box lies wholly to the right (1) or the left (-1) of a line from a point through another. */
function isBeside(from: Point, through: Point, box: Bounds, side: 1 | -1): boolean {
  const dx = side * (through.x - from.x)
  const dy = side * (through.y - from.y)
  // Of the corners, the one farthest to the other side.
  const x = dy > 0 ? box.minX : box.maxX
  const y = dx > 0 ? box.maxY : box.minY
  return dx * (y - from.y) - dy * (x - from.x) < -TOUCH
}
/** m2 */
const TOUCH = 1e-9

const holds = ({ minX, minY, maxX, maxY, corners }: Enclosure, { x, y }: Point): boolean =>
  x >= minX && x <= maxX && y >= minY && y <= maxY && polygonContains(corners, [x, y])
