import RBush from 'rbush'
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

/**
 * Segments by where they lie.
 * @returns those whose outer bounds come within some metres of those of a segment
 */
export function nearby(segments: readonly Segment[]): (to: Segment, within?: number) => Segment[] {
  const tree = new RBush<Bounds & { segment: Segment }>().load(
    segments.map((segment) => ({ ...boundsOf(segment), segment })),
  )
  return (to, within = 0) => tree.search(wider(boundsOf(to), within)).map(({ segment }) => segment)
}

/**
 * Things by where they lie.
 * @returns those whose outer bounds come within some metres of those of a thing
 */
export function thingsNear(things: readonly Thing[]): (to: Thing, within: number) => Thing[] {
  const tree = new RBush<Bounds & { thing: Thing }>().load(
    things.map((thing) => ({ ...boundsOf(cornersOf(thing.shape)), thing })),
  )
  return (to, within) =>
    tree.search(wider(boundsOf(cornersOf(to.shape)), within)).map(({ thing }) => thing)
}

/** Bounds that reach so many metres farther. */
const wider = ({ minX, minY, maxX, maxY }: Bounds, by: number): Bounds => ({
  minX: minX - by,
  minY: minY - by,
  maxX: maxX + by,
  maxY: maxY + by,
})
