import { boundsOf, type Bounds } from './near'
import type { Point } from './plan'
import { apart } from './shape'

/** The first look goes so far, m; each one after it twice as far. */
const FIRST_LOOK = 4
/** Side of a cell, m, unless there would be too many of them. */
const CELL = 6
const MOST_CELLS = 10_000
/** The end of a chain. */
const NONE = -1

/** Some points from near to far: a ring of them about a place. */
export interface Ring {
  /** Farther away than this, and no farther than that, m. */
  inner: number
  outer: number
}

/** The first ring holds the place itself. */
export const FIRST_RING: Ring = { inner: -1, outer: FIRST_LOOK }
export const nextRing = ({ outer }: Ring): Ring => ({ inner: outer, outer: 2 * outer })

/**
 * Points that are looked for ring by ring around a place, until they are left out.
 * They lie in cells, chained in each; a cell of which all are left out costs next to nothing.
 */
export class Outwards {
  private readonly bounds: Bounds
  private readonly cell: number
  private readonly across: number
  private readonly up: number
  private readonly first: Int32Array
  private readonly after: Int32Array
  private readonly before: Int32Array

  constructor(private readonly points: readonly Point[]) {
    this.bounds = boundsOf(points)
    const width = Math.max(0, this.bounds.maxX - this.bounds.minX)
    const height = Math.max(0, this.bounds.maxY - this.bounds.minY)
    this.cell = Math.max(CELL, Math.sqrt((width * height) / MOST_CELLS))
    this.across = Math.floor(width / this.cell) + 1
    this.up = Math.floor(height / this.cell) + 1
    this.first = new Int32Array(this.across * this.up).fill(NONE)
    this.after = new Int32Array(points.length).fill(NONE)
    this.before = new Int32Array(points.length).fill(NONE)
    for (let place = 0; place < points.length; place++) this.chain(place)
  }

  private column = (x: number): number => Math.floor((x - this.bounds.minX) / this.cell)
  private row = (y: number): number => Math.floor((y - this.bounds.minY) / this.cell)
  private cellOf = ({ x, y }: Point): number => this.row(y) * this.across + this.column(x)

  private chain(place: number): void {
    const cell = this.cellOf(this.points[place]!)
    const next = this.first[cell]!
    this.after[place] = next
    if (next !== NONE) this.before[next] = place
    this.first[cell] = place
  }

  /** It is not looked for any more. */
  leaveOut(place: number): void {
    const [before, after] = [this.before[place]!, this.after[place]!]
    if (before === NONE) this.first[this.cellOf(this.points[place]!)] = after
    else this.after[before] = after
    if (after !== NONE) this.before[after] = before
  }

  /** No point is farther away than this, m. */
  farthest({ x, y }: Point): number {
    const { minX, minY, maxX, maxY } = this.bounds
    return Math.max(x - minX, maxX - x) + Math.max(y - minY, maxY - y)
  }

  private boundsOfCell(column: number, row: number): Bounds {
    const minX = this.bounds.minX + column * this.cell
    const minY = this.bounds.minY + row * this.cell
    return { minX, minY, maxX: minX + this.cell, maxY: minY + this.cell }
  }

  /**
   * Calls with each point of a ring: its place in the list, and how far away it is, m. In no order.
   * @param mayLead whether any point within some bounds is wanted
   */
  each(
    from: Point,
    { inner, outer }: Ring,
    call: (place: number, metres: number) => void,
    mayLead: (to: Bounds) => boolean = () => true,
  ): void {
    const west = Math.max(0, this.column(from.x - outer))
    const east = Math.min(this.across - 1, this.column(from.x + outer))
    const south = Math.max(0, this.row(from.y - outer))
    const north = Math.min(this.up - 1, this.row(from.y + outer))
    for (let row = south; row <= north; row++)
      for (let column = west; column <= east; column++) {
        let place = this.first[row * this.across + column]!
        if (place === NONE || !mayLead(this.boundsOfCell(column, row))) continue
        for (; place !== NONE; place = this.after[place]!) {
          const metres = apart(from, this.points[place]!)
          if (metres > inner && metres <= outer) call(place, metres)
        }
      }
  }
}
