import RBush from 'rbush'
import type { Point } from './plan'
import type { Segment } from './shape'

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
  return (to, within = 0) => {
    const { minX, minY, maxX, maxY } = boundsOf(to)
    return tree
      .search({
        minX: minX - within,
        minY: minY - within,
        maxX: maxX + within,
        maxY: maxY + within,
      })
      .map(({ segment }) => segment)
  }
}
