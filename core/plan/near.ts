import Flatbush from 'flatbush'
import { ascending } from './ascending'
import { gathered } from './gathered'
import { once } from './once'
import type { Point, Thing } from './plan'
import { cornersOf, type Segment } from './shape'

/** The outer bounds of something, m. */
export interface Bounds {
  minX: number
  minY: number
  maxX: number
  maxY: number
}

/** Of no points there are none: they hold nothing. */
export function boundsOf(points: readonly Point[]): Bounds {
  const bounds = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }
  for (const { x, y } of points) {
    bounds.minX = Math.min(bounds.minX, x)
    bounds.minY = Math.min(bounds.minY, y)
    bounds.maxX = Math.max(bounds.maxX, x)
    bounds.maxY = Math.max(bounds.maxY, y)
  }
  return bounds
}

/** So far a line reaches to either side where its width is not told, m. */
const HALF_WIDTH = 0.5

/** The outer bounds of a thing; of a line with its width. */
export const boundsOfThing = once(({ shape, facts }: Thing): Bounds => {
  const outline = boundsOf(cornersOf(shape))
  const width = typeof facts.width === 'number' && facts.width > 0 ? facts.width : 0
  return shape.type === 'line' ? grown(outline, Math.max(HALF_WIDTH, width / 2)) : outline
})

export const grown = ({ minX, minY, maxX, maxY }: Bounds, metres: number): Bounds => ({
  minX: minX - metres,
  minY: minY - metres,
  maxX: maxX + metres,
  maxY: maxY + metres,
})

/** Whether two boxes have a point in common. */
export const doMeet = (one: Bounds, other: Bounds): boolean =>
  one.minX <= other.maxX &&
  one.maxX >= other.minX &&
  one.minY <= other.maxY &&
  one.maxY >= other.minY

/** Two opposite corners of a box. */
export const endsOf = ({ minX, minY, maxX, maxY }: Bounds): readonly [Point, Point] => [
  { x: minX, y: minY },
  { x: maxX, y: maxY },
]

/** The outer bounds of some boxes. */
export const around = (boxes: readonly Bounds[]): Bounds => boundsOf(gathered(boxes, endsOf))

/**
 * Segments by where they lie.
 * @returns those whose outer bounds come within some metres of those of a segment
 */
export const nearby = (segments: readonly Segment[]): Near<Segment> => nearOf(segments, boundsOf)

/**
 * Things by where they lie.
 * @returns those whose outer bounds come within some metres of those of a thing
 */
export function thingsNear(things: readonly Thing[]): (to: Thing, within: number) => Thing[] {
  const near = nearOf(things, ({ shape }) => boundsOf(cornersOf(shape)))
  return (to, within) => near(cornersOf(to.shape), within)
}

/** What comes within some metres of the outer bounds of some points, in the order of the list. */
export type Near<T> = (to: readonly Point[], within?: number) => T[]

/** Anything that has outer bounds, by where it lies. */
export function nearOf<T>(all: readonly T[], bounds: (one: T) => Bounds): Near<T> {
  // An index of nothing there is none.
  if (all.length === 0) return () => []
  const index = new Flatbush(all.length)
  for (const one of all) {
    const { minX, minY, maxX, maxY } = bounds(one)
    index.add(minX, minY, maxX, maxY)
  }
  index.finish()
  return (to, within = 0) => {
    const { minX, minY, maxX, maxY } = boundsOf(to)
    const found = index.search(minX - within, minY - within, maxX + within, maxY + within)
    return ascending(found).map((place) => all[place]!)
  }
}
