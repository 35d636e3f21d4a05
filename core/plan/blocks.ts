import { Lists } from './lists'
import type { Point } from './plan'
import { areOneSide, meet } from './segment'
import { apart, type Segment } from './shape'

/** Side of a cell of the grid, m, unless there would be too many of them. */
const CELL = 1
const MOST_CELLS = 250_000
/** What touches the edge of a cell lies in it, too, m. */
const MARGIN = 0.001

/** Places of the numbers of a line in their list. */
const [FROM_X, FROM_Y, TO_X, TO_Y] = [0, 1, 2, 3]

/**
 * What stands in the way of straight lines: segments by the cells of a grid that they run through; touching counts as meeting.
 * One line is asked about at a time; numbers lie in flat lists, as a search asks about a hundred thousand of them.
 */
export class Blocks {
  private readonly ends: Float64Array
  private readonly west: number
  private readonly south: number
  private readonly cell: number
  private readonly across: number
  private readonly up: number
  /** By cell: its segments. */
  private readonly held: Lists
  /** A segment that runs through several cells is looked at once a line. */
  private readonly lookedAt: Int32Array
  private lines = 0
  private readonly line = new Float64Array(4)

  /** @param slit nobody gets through a slit between two of them: each reaches so far beyond its ends, m */
  constructor(segments: readonly Segment[], slit = 0) {
    this.ends = new Float64Array(4 * segments.length)
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
    segments.forEach(([a, b], segment) => {
      const length = apart(a, b)
      const x = length > 0 ? (slit / length) * (b.x - a.x) : 0
      const y = length > 0 ? (slit / length) * (b.y - a.y) : 0
      this.ends[4 * segment] = a.x - x
      this.ends[4 * segment + 1] = a.y - y
      this.ends[4 * segment + 2] = b.x + x
      this.ends[4 * segment + 3] = b.y + y
      minX = Math.min(minX, a.x - x, b.x + x)
      minY = Math.min(minY, a.y - y, b.y + y)
      maxX = Math.max(maxX, a.x - x, b.x + x)
      maxY = Math.max(maxY, a.y - y, b.y + y)
    })
    const isEmpty = segments.length === 0
    this.west = isEmpty ? 0 : minX - CELL
    this.south = isEmpty ? 0 : minY - CELL
    const width = isEmpty ? 0 : maxX + CELL - this.west
    const height = isEmpty ? 0 : maxY + CELL - this.south
    this.cell = Math.max(CELL, Math.sqrt((width * height) / MOST_CELLS))
    this.across = Math.ceil(width / this.cell) + 1
    this.up = Math.ceil(height / this.cell) + 1
    this.lookedAt = new Int32Array(segments.length)

    this.held = new Lists(this.across * this.up)
    for (let i = 0; i < segments.length; i++) this.forCellsOf(i, (cell) => this.held.count(cell))
    this.held.begin()
    for (let i = 0; i < segments.length; i++) this.forCellsOf(i, (cell) => this.held.put(cell, i))
  }

  /** The line that is asked about next, m. */
  aim(fromX: number, fromY: number, toX: number, toY: number): void {
    this.line[FROM_X] = fromX
    this.line[FROM_Y] = fromY
    this.line[TO_X] = toX
    this.line[TO_Y] = toY
  }

  /** Whether a line meets any of them, m. */
  isMetBy(fromX: number, fromY: number, toX: number, toY: number): boolean {
    this.aim(fromX, fromY, toX, toY)
    return this.firstMet() >= 0
  }

  /** Whether it meets a segment, by its place in the list. */
  isMet(i: number): boolean {
    const { ends, line } = this
    const aX = line[FROM_X]!
    const aY = line[FROM_Y]!
    const bX = line[TO_X]!
    const bY = line[TO_Y]!
    const cX = ends[4 * i]!
    const cY = ends[4 * i + 1]!
    const dX = ends[4 * i + 2]!
    const dY = ends[4 * i + 3]!
    const a = (dX - cX) * (aY - cY) - (dY - cY) * (aX - cX)
    const b = (dX - cX) * (bY - cY) - (dY - cY) * (bX - cX)
    if (areOneSide(a, b, Math.abs(dX - cX) + Math.abs(dY - cY))) return false
    const c = (bX - aX) * (cY - aY) - (bY - aY) * (cX - aX)
    const d = (bX - aX) * (dY - aY) - (bY - aY) * (dX - aX)
    if (areOneSide(c, d, Math.abs(bX - aX) + Math.abs(bY - aY))) return false
    if (a * b < 0 && c * d < 0) return true
    const segment = [
      { x: cX, y: cY },
      { x: dX, y: dY },
    ] as const
    return meet(segment, [
      { x: aX, y: aY },
      { x: bX, y: bY },
    ])
  }

  /**
   * The first segment that it meets, or one beside that; -1: it meets none.
   * The line is followed from cell to cell, so that it ends at the first wall that it meets.
   * Source: Amanatides and Woo, A fast voxel traversal algorithm for ray tracing, 1987.
   */
  firstMet(): number {
    if (this.ends.length === 0) return -1
    const { line, west, south, cell, across, up } = this
    this.lines++
    const x = (line[FROM_X]! - west) / cell
    const y = (line[FROM_Y]! - south) / cell
    const dx = (line[TO_X]! - line[FROM_X]!) / cell
    const dy = (line[TO_Y]! - line[FROM_Y]!) / cell
    let i = Math.floor(x)
    let j = Math.floor(y)
    const steps =
      Math.abs(Math.floor((line[TO_X]! - west) / cell) - i) +
      Math.abs(Math.floor((line[TO_Y]! - south) / cell) - j)
    const stepX = Math.sign(dx)
    const stepY = Math.sign(dy)
    // Shares of the line at which it passes into the next column and the next row, and from one to the one after.
    const perX = 1 / Math.abs(dx)
    const perY = 1 / Math.abs(dy)
    let nextX = dx === 0 ? Infinity : (dx > 0 ? i + 1 - x : x - i) * perX
    let nextY = dy === 0 ? Infinity : (dy > 0 ? j + 1 - y : y - j) * perY
    for (let step = 0; ; step++) {
      if (i >= 0 && j >= 0 && i < across && j < up) {
        const met = this.metIn(j * across + i)
        if (met >= 0) return met
      }
      if (step === steps) return -1
      if (nextX < nextY) {
        i += stepX
        nextX += perX
      } else {
        j += stepY
        nextY += perY
      }
    }
  }

  private metIn(cell: number): number {
    const end = this.held.end(cell)
    for (let k = this.held.start(cell); k < end; k++) {
      const i = this.held.at(k)
      if (this.lookedAt[i] === this.lines) continue
      this.lookedAt[i] = this.lines
      if (this.isMet(i)) return i
    }
    return -1
  }

  /** For each cell that a segment runs through or touches. */
  private forCellsOf(segment: number, take: (cell: number) => void): void {
    const { ends, west, south, cell, across } = this
    const aX = ends[4 * segment]!
    const aY = ends[4 * segment + 1]!
    const bX = ends[4 * segment + 2]!
    const bY = ends[4 * segment + 3]!
    const first = Math.floor((Math.min(aX, bX) - MARGIN - west) / cell)
    const last = Math.floor((Math.max(aX, bX) + MARGIN - west) / cell)
    const lowest = Math.floor((Math.min(aY, bY) - MARGIN - south) / cell)
    const highest = Math.floor((Math.max(aY, bY) + MARGIN - south) / cell)
    // Within one row or one column it runs through all of them.
    const isStraight = first === last || lowest === highest
    const reach = (cell / 2) * Math.SQRT2 + MARGIN
    const most = reach * Math.sqrt((bX - aX) ** 2 + (bY - aY) ** 2)
    for (let i = first; i <= last; i++)
      for (let j = lowest; j <= highest; j++) {
        const x = west + (i + 0.5) * cell - aX
        const y = south + (j + 0.5) * cell - aY
        // No farther off its line than the corner of a cell is off its middle.
        if (isStraight || Math.abs((bX - aX) * y - (bY - aY) * x) <= most) take(j * across + i)
      }
  }
}

/** Whether a straight line meets none of some segments. */
export function freeLines(segments: readonly Segment[]): (from: Point, to: Point) => boolean {
  const blocks = new Blocks(segments)
  return (from, to) => !blocks.isMetBy(from.x, from.y, to.x, to.y)
}
