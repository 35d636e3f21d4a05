import { groundOf, isInTheWay, walksTo } from './path'
import { onFloor, type Plan, type Point } from './plan'
import { areaOf, contains, extentOf, type Extent } from './shape'

/** m; wider where there would be more than so many of them. */
const SQUARE = 0.5
const MOST_SQUARES = 20_000

/** Ground from which nothing is reached in time, in strips of squares; m. */
export interface Unreached {
  strips: readonly Extent[]
  /** m2 */
  area: number
  /** Of the rooms that were looked at, m2; 0: there is none. */
  lookedAt: number
}

/**
 * Where in the rooms of a floor the nearest of some targets is farther to walk than it may be, by the middle of each square.
 * @param longest m
 */
export function outOfReach(
  plan: Plan,
  floor: string,
  targets: readonly Point[],
  longest: number,
): Unreached {
  const rooms = onFloor(plan, floor, 'room')
  if (rooms.length === 0) return { strips: [], area: 0, lookedAt: 0 }
  const all = extentOf(...rooms.map(({ shape }) => shape))
  const side = sideOf(all)
  const walks = walksTo(groundOf(plan, floor, { longest }), targets)
  const inTheWay = plan.things.filter(({ floor: on, kind }) => on === floor && isInTheWay(kind))
  const isOut = (p: Point): boolean =>
    rooms.some((room) => contains(room.shape, p)) &&
    !inTheWay.some((thing) => contains(thing.shape, p)) &&
    walks(p) === null
  const strips: Extent[] = []
  let count = 0
  for (let south = all.south; south < all.north; south += side) {
    let strip: Extent | null = null
    for (let west = all.west; west < all.east; west += side) {
      if (!isOut({ x: west + side / 2, y: south + side / 2 })) {
        strip = null
        continue
      }
      count++
      if (strip) strip.east = west + side
      else strips.push((strip = { west, east: west + side, south, north: south + side }))
    }
  }
  const lookedAt = rooms.reduce((sum, { shape }) => sum + areaOf(shape), 0)
  return { strips, area: count * side ** 2, lookedAt }
}

function sideOf({ west, east, south, north }: Extent): number {
  const area = (east - west) * (north - south)
  return Math.max(SQUARE, Math.sqrt(area / MOST_SQUARES))
}
