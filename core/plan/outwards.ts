import RBush from 'rbush'
import { boundsOf, wider, type Bounds } from './near'
import type { Point } from './plan'
import { apart } from './shape'

/** The first look goes so far, m; each one after it twice as far. */
const FIRST_LOOK = 4

/** One of some points, by its place in their list, and how far away it is, m. */
export interface Near {
  place: number
  metres: number
}

type Placed = Bounds & { place: number }

/** Points that are looked for from near to far, only as far as one reads on. */
export class Outwards {
  private readonly bounds: Bounds
  private readonly placed: readonly Placed[]
  private readonly tree = new RBush<Placed>()
  constructor(private readonly points: readonly Point[]) {
    this.bounds = boundsOf(points)
    this.placed = points.map(({ x, y }, place) => ({ minX: x, minY: y, maxX: x, maxY: y, place }))
    this.tree.load(this.placed)
  }

  /** It is not looked for any more. */
  leaveOut(place: number): void {
    this.tree.remove(this.placed[place]!)
  }

  /** Those that are still looked for and no farther away than so many metres, ring by ring, each from near to far. */
  *rings(from: Point, farthest: number): Generator<Near[]> {
    const all = beyond(from, this.bounds)
    const end = Math.min(farthest, all)
    for (let [inner, outer] = [-1, FIRST_LOOK]; inner < end; [inner, outer] = [outer, 2 * outer]) {
      const near = outer >= all ? this.tree.all() : this.tree.search(wider(boundsOf([from]), outer))
      const ring: Near[] = []
      for (const { place } of near) {
        const metres = apart(from, this.points[place]!)
        if (metres > inner && metres <= outer && metres <= farthest) ring.push({ place, metres })
      }
      if (ring.length > 0) yield ring.sort((a, b) => a.metres - b.metres)
    }
  }
}

/** No point is farther away than this, m. */
const beyond = ({ x, y }: Point, { minX, minY, maxX, maxY }: Bounds): number =>
  Math.max(x - minX, maxX - x) + Math.max(y - minY, maxY - y)
