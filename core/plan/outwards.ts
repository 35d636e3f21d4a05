import { Lists } from './lists'
import type { Bounds } from './near'
import type { Points } from './walk/points'

/** A part with more points than this is halved. */
const FEW = 64

/** Some points that lie near each other, or the two halves of them. */
export interface Part extends Bounds {
  /** Its place in the list of parts. */
  number: number
  /** The part that it is a half of; null: it is a whole group. */
  of: Part | null
  halves: readonly Part[]
  /** How many of its points are left. */
  count: number
  /** Where they are few: they are listed from here to before the end. */
  from: number
  to: number
}

/**
 * Points that are looked for around a place, the nearest parts of them first: all of them, or those of a group.
 * A part is halved in the middle of its longer side until it holds few: a k-d tree, halved by space rather than by number.
 * Source: Bentley, Multidimensional binary search trees used for associative searching, 1975.
 */
export class Outwards {
  /** The whole of each group, in their order. */
  readonly wholes: readonly Part[]
  /** The points of each group, part by part, and where they lie. */
  readonly listed: Int32Array
  readonly x: Float64Array
  readonly y: Float64Array
  private readonly parts: Part[] = []
  /** By point: the numbers of the smallest parts that hold it. */
  private readonly heldBy: Lists

  /** @param groups of the points, by their places in the list */
  constructor(
    private readonly points: Points,
    groups: readonly ArrayLike<number>[],
  ) {
    const count = groups.reduce((sum, { length }) => sum + length, 0)
    this.listed = new Int32Array(count)
    this.x = new Float64Array(count)
    this.y = new Float64Array(count)
    let from = 0
    this.wholes = groups.map((group) => {
      this.listed.set(group, from)
      from += group.length
      return this.part(from - group.length, from, null)
    })
    for (let i = 0; i < count; i++) {
      this.x[i] = points.x[this.listed[i]!]!
      this.y[i] = points.y[this.listed[i]!]!
    }
    this.heldBy = this.smallest()
  }

  /** A point is not looked for any more. */
  leaveOut(point: number): void {
    const { heldBy, listed, parts } = this
    for (let i = heldBy.start(point); i < heldBy.end(point); i++) {
      const smallest = parts[heldBy.at(i)]!
      const place = listed.indexOf(point, smallest.from)
      const last = --smallest.to
      listed[place] = listed[last]!
      this.x[place] = this.x[last]!
      this.y[place] = this.y[last]!
      for (let part: Part | null = smallest; part; part = part.of) part.count--
    }
  }

  private smallest(): Lists {
    const lists = new Lists(this.points.all.length)
    const { listed } = this
    for (const { from, to } of this.parts) for (let i = from; i < to; i++) lists.count(listed[i]!)
    lists.begin()
    for (const { from, to, number } of this.parts)
      for (let i = from; i < to; i++) lists.put(listed[i]!, number)
    return lists
  }

  private part(from: number, to: number, of: Part | null): Part {
    const { parts } = this
    const { minX, minY, maxX, maxY } = this.boundsOf(from, to)
    const part: Part = {
      minX,
      minY,
      maxX,
      maxY,
      number: parts.length,
      of,
      halves: [],
      count: to - from,
      from,
      to,
    }
    parts.push(part)
    const middle = to - from > FEW ? this.partition(from, to, part) : from
    // Where they all lie in one place there are no halves.
    if (middle === from || middle === to) return part
    part.to = from
    part.halves = [this.part(from, middle, part), this.part(middle, to, part)]
    return part
  }

  /** Puts those of one half before the others. @returns where the others begin */
  private partition(from: number, to: number, { minX, minY, maxX, maxY }: Bounds): number {
    const { listed } = this
    const isWide = maxX - minX > maxY - minY
    const along = isWide ? this.points.x : this.points.y
    const half = isWide ? (minX + maxX) / 2 : (minY + maxY) / 2
    let middle = from
    for (let i = from; i < to; i++) {
      const point = listed[i]!
      if (along[point]! >= half) continue
      listed[i] = listed[middle]!
      listed[middle++] = point
    }
    return middle
  }

  private boundsOf(from: number, to: number): Bounds {
    const bounds = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }
    const { x, y } = this.points
    for (let i = from; i < to; i++) {
      const point = this.listed[i]!
      if (x[point]! < bounds.minX) bounds.minX = x[point]!
      if (x[point]! > bounds.maxX) bounds.maxX = x[point]!
      if (y[point]! < bounds.minY) bounds.minY = y[point]!
      if (y[point]! > bounds.maxY) bounds.maxY = y[point]!
    }
    return bounds
  }
}

/** From a point to the nearest of a box, m. */
export function metresTo({ minX, minY, maxX, maxY }: Bounds, x: number, y: number): number {
  const dx = Math.max(minX - x, 0, x - maxX)
  const dy = Math.max(minY - y, 0, y - maxY)
  return Math.sqrt(dx * dx + dy * dy)
}

/** From one box to another, m; of no length where they meet. */
export function metresBetween(one: Bounds, other: Bounds): number {
  const dx = Math.max(one.minX - other.maxX, 0, other.minX - one.maxX)
  const dy = Math.max(one.minY - other.maxY, 0, other.minY - one.maxY)
  return Math.sqrt(dx * dx + dy * dy)
}
