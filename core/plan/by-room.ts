import Flatbush from 'flatbush'
import { ascending } from './ascending'
import { holds, type Enclosure, type Enclosures } from './enclosure'
import type { Point } from './plan'

/** Points by the rooms that hold them: their places in a list. */
export type ByRoom = ReadonlyMap<Enclosure, number[]>

export function byRoom(points: readonly Point[], { all }: Enclosures): ByRoom {
  const found = new Map<Enclosure, number[]>()
  if (points.length === 0) return found
  const index = new Flatbush(points.length)
  for (const { x, y } of points) index.add(x, y)
  index.finish()
  for (const room of all) {
    const { minX, minY, maxX, maxY } = room
    const inside = index.search(minX, minY, maxX, maxY, (place) => holds(room, points[place]!))
    if (inside.length > 0) found.set(room, ascending(inside))
  }
  return found
}
