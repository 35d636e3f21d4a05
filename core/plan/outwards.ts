import RBush from 'rbush'
import { boundsOf, wider, type Bounds } from './near'
import type { Point } from './plan'
import { apart } from './shape'

/** The first look goes so far, m; each one after it twice as far. */
const FIRST_LOOK = 4

/** Some points from near to far: their places in the list of all, and how far away they are, m. */
export interface Ring {
  length: number
  placeOf: (i: number) => number
  metresTo: (i: number) => number
}

/** Points are put in order by figures alone, to a tenth of a millimetre: sorting figures takes a fifth of sorting objects. */
const TENTHS = 10_000
const MOST_POINTS = 2 ** 20

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

  private ringOf(from: Point, keys: Float64Array): Ring {
    const placeOf = (i: number): number => keys[i]! % MOST_POINTS
    return {
      length: keys.length,
      placeOf,
      metresTo: (i) => apart(from, this.points[placeOf(i)]!),
    }
  }

  /** Those that are still looked for and no farther away than so many metres, ring by ring, each from near to far. */
  *rings(from: Point, farthest: number): Generator<Ring> {
    const all = beyond(from, this.bounds)
    const end = Math.min(farthest, all)
    for (let [inner, outer] = [-1, FIRST_LOOK]; inner < end; [inner, outer] = [outer, 2 * outer]) {
      const near = outer >= all ? this.tree.all() : this.tree.search(wider(boundsOf([from]), outer))
      const keys = new Float64Array(near.length)
      let count = 0
      for (const { place } of near) {
        const metres = apart(from, this.points[place]!)
        if (metres > inner && metres <= outer && metres <= farthest)
          keys[count++] = Math.round(metres * TENTHS) * MOST_POINTS + place
      }
      if (count > 0) yield this.ringOf(from, keys.subarray(0, count).sort())
    }
  }
}

/** No point is farther away than this, m. */
const beyond = ({ x, y }: Point, { minX, minY, maxX, maxY }: Bounds): number =>
  Math.max(x - minX, maxX - x) + Math.max(y - minY, maxY - y)
