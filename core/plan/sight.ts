import type { Point } from './plan'
import { meet, nearestOn } from './segment'
import { apart, type Segment } from './shape'

/** Side of a cell of the grid, m, unless there would be too many of them. */
const CELL = 1
const MOST_CELLS = 250_000
/** What touches the edge of a cell lies in it, too, m. */
const MARGIN = 0.001

/** What stands on the ground, by the cells that it runs through. */
interface Grid {
  west: number
  south: number
  cell: number
  across: number
  up: number
  /** By cell: places in the list of segments; empty where nothing stands. */
  held: (number[] | undefined)[]
}

/**
 * Whether a straight line meets none of some segments; touching counts as meeting.
 * The line is followed from cell to cell, so that it ends at the first wall that it meets.
 * Source: Amanatides and Woo, A fast voxel traversal algorithm for ray tracing, 1987.
 */
export function freeLines(blocks: readonly Segment[]): (from: Point, to: Point) => boolean {
  if (blocks.length === 0) return () => true
  const grid = gridOf(blocks)
  // A wall that runs through several cells is looked at once a line.
  const lookedAt = new Int32Array(blocks.length)
  let line = 0
  return (from, to) => {
    line++
    const way: Segment = [from, to]
    const isMet = (held: readonly number[]): boolean => {
      for (const i of held) {
        if (lookedAt[i] === line) continue
        lookedAt[i] = line
        if (meet(blocks[i]!, way)) return true
      }
      return false
    }
    return !someCell(grid, from, to, isMet)
  }
}

function gridOf(blocks: readonly Segment[]): Grid {
  const xs = blocks.flatMap(([a, b]) => [a.x, b.x])
  const ys = blocks.flatMap(([a, b]) => [a.y, b.y])
  const least = (all: readonly number[]): number => all.reduce((a, b) => Math.min(a, b))
  const most = (all: readonly number[]): number => all.reduce((a, b) => Math.max(a, b))
  const [west, south] = [least(xs) - CELL, least(ys) - CELL]
  const [width, height] = [most(xs) + CELL - west, most(ys) + CELL - south]
  const cell = Math.max(CELL, Math.sqrt((width * height) / MOST_CELLS))
  const across = Math.ceil(width / cell) + 1
  const up = Math.ceil(height / cell) + 1
  const grid: Grid = { west, south, cell, across, up, held: [] }
  blocks.forEach((block, i) => {
    for (const place of cellsOf(grid, block)) (grid.held[place] ??= []).push(i)
  })
  return grid
}

/** The cells that a segment runs through or touches. */
function cellsOf({ west, south, cell, across }: Grid, segment: Segment): number[] {
  const [a, b] = segment
  const reach = (cell / 2) * Math.SQRT2 + MARGIN
  const column = (x: number): number => Math.floor((x - west) / cell)
  const row = (y: number): number => Math.floor((y - south) / cell)
  const places: number[] = []
  for (let i = column(Math.min(a.x, b.x) - MARGIN); i <= column(Math.max(a.x, b.x) + MARGIN); i++)
    for (let j = row(Math.min(a.y, b.y) - MARGIN); j <= row(Math.max(a.y, b.y) + MARGIN); j++) {
      const middle = { x: west + (i + 0.5) * cell, y: south + (j + 0.5) * cell }
      if (apart(nearestOn(segment, middle).point, middle) <= reach) places.push(j * across + i)
    }
  return places
}

/** Whether some cell along a line holds what is looked for; the line is followed until it does. */
function someCell(
  { west, south, cell, across, up, held }: Grid,
  from: Point,
  to: Point,
  isIt: (held: readonly number[]) => boolean,
): boolean {
  const x = (from.x - west) / cell
  const y = (from.y - south) / cell
  const dx = (to.x - from.x) / cell
  const dy = (to.y - from.y) / cell
  let i = Math.floor(x)
  let j = Math.floor(y)
  const steps =
    Math.abs(Math.floor((to.x - west) / cell) - i) + Math.abs(Math.floor((to.y - south) / cell) - j)
  const stepX = Math.sign(dx)
  const stepY = Math.sign(dy)
  // Shares of the line at which it passes into the next column and the next row, and from one to the one after.
  const perX = 1 / Math.abs(dx)
  const perY = 1 / Math.abs(dy)
  let nextX = dx === 0 ? Infinity : (dx > 0 ? i + 1 - x : x - i) * perX
  let nextY = dy === 0 ? Infinity : (dy > 0 ? j + 1 - y : y - j) * perY
  for (let step = 0; ; step++) {
    if (i >= 0 && j >= 0 && i < across && j < up) {
      const there = held[j * across + i]
      if (there && isIt(there)) return true
    }
    if (step === steps) return false
    if (nextX < nextY) {
      i += stepX
      nextX += perX
    } else {
      j += stepY
      nextY += perY
    }
  }
}
