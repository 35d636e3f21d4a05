import { groundOf, isInTheWay } from './ground'
import { walksFrom } from './path'
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
  const inTheWay = plan.things.filter(({ floor: on, kind }) => on === floor && isInTheWay(kind))
  const isWalkedOn = (p: Point): boolean =>
    rooms.some((room) => contains(room.shape, p)) &&
    !inTheWay.some((thing) => contains(thing.shape, p))
  const middles = middlesOf(all, side).filter(isWalkedOn)
  const starts = middles.map((middle) => [middle])
  const walks = walksFrom(groundOf(plan, floor), starts, targets, longest)
  const out = middles.filter((_, i) => walks[i] === null)
  const lookedAt = rooms.reduce((sum, { shape }) => sum + areaOf(shape), 0)
  return { strips: stripsOf(out, side), area: out.length * side ** 2, lookedAt }
}

/** The middles of the squares of some ground, from west to east and row by row. */
function middlesOf({ west, south, east, north }: Extent, side: number): Point[] {
  const middles: Point[] = []
  for (let y = south; y < north; y += side)
    for (let x = west; x < east; x += side) middles.push({ x: x + side / 2, y: y + side / 2 })
  return middles
}

/** Squares that touch in a row are one strip. */
function stripsOf(middles: readonly Point[], side: number): Extent[] {
  const strips: Extent[] = []
  const half = side / 2
  for (const { x, y } of middles) {
    const last = strips.at(-1)
    const isNext = last?.south === y - half && Math.abs(last.east - (x - half)) < half
    if (isNext) last!.east = x + half
    else strips.push({ west: x - half, east: x + half, south: y - half, north: y + half })
  }
  return strips
}

function sideOf({ west, east, south, north }: Extent): number {
  const area = (east - west) * (north - south)
  return Math.max(SQUARE, Math.sqrt(area / MOST_SQUARES))
}
