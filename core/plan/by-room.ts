import { ascending } from './ascending'
import { holds, type Enclosure, type Enclosures } from './enclosure'
import { Lists } from './lists'
import { boundsOf } from './near'
import type { Point } from './plan'

/** Points by the rooms that hold them: their places in a list. */
export type ByRoom = ReadonlyMap<Enclosure, number[]>

/** Side of a square of the ground, m, unless there would be too many of them. */
const SIDE = 2
const MOST_SQUARES = 100_000

export function byRoom(points: readonly Point[], { all }: Enclosures): ByRoom {
  const found = new Map<Enclosure, number[]>()
  if (points.length === 0) return found
  const { minX, minY, maxX, maxY } = boundsOf(points)
  const side = Math.max(SIDE, Math.sqrt(((maxX - minX) * (maxY - minY)) / MOST_SQUARES))
  const across = Math.floor((maxX - minX) / side) + 1
  const up = Math.floor((maxY - minY) / side) + 1
  const column = (x: number): number => Math.floor((x - minX) / side)
  const row = (y: number): number => Math.floor((y - minY) / side)
  const squares = new Lists(across * up)
  for (const { x, y } of points) squares.count(row(y) * across + column(x))
  squares.begin()
  points.forEach(({ x, y }, place) => squares.put(row(y) * across + column(x), place))

  for (const room of all) {
    const inside: number[] = []
    const [west, east] = [Math.max(0, column(room.minX)), Math.min(across - 1, column(room.maxX))]
    const [south, north] = [Math.max(0, row(room.minY)), Math.min(up - 1, row(room.maxY))]
    for (let j = south; j <= north; j++)
      for (let i = west; i <= east; i++)
        for (let at = squares.start(j * across + i); at < squares.end(j * across + i); at++)
          if (holds(room, points[squares.at(at)]!)) inside.push(squares.at(at))
    if (inside.length > 0) found.set(room, ascending(inside))
  }
  return found
}
