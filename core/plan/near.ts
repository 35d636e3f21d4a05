import RBush from 'rbush'
import type { Segment } from './shape'

/** The outer bounds of something, m. */
interface Bounds {
  minX: number
  minY: number
  maxX: number
  maxY: number
}

const boundsOf = ([a, b]: Segment): Bounds => ({
  minX: Math.min(a.x, b.x),
  minY: Math.min(a.y, b.y),
  maxX: Math.max(a.x, b.x),
  maxY: Math.max(a.y, b.y),
})

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
