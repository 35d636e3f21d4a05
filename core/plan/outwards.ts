import { Lists } from './lists'
import type { Bounds } from './near'
import type { Point } from './plan'

/** A part with more points than this is halved. */
const FEW = 64

/** Some points that lie near each other, or the two halves of them. */
export interface Part extends Bounds {
  /** Its place in the list of parts. */
  number: number
  /** The part that it is a half of; null: it is a whole group. */
  of: Part | null
  halves: readonly Part[]
  /** How many points it holds. */
  count: number
  /** The points themselves, by their places in the list, where they are few. */
  places: number[]
}

/**
 * Points that are looked for around a place, the nearest parts of them first: all of them, or those of a group.
 * A part is halved in the middle of its longer side until it holds few: a k-d tree, halved by space rather than by number.
 * Source: Bentley, Multidimensional binary search trees used for associative searching, 1975.
 */
export class Outwards {
  /** Those of all groups; a half comes after what it is a half of. */
  readonly parts: Part[] = []
  constructor(private readonly points: readonly Point[]) {}

  /** @returns the part that is all of its points */
  all(): Part {
    const places: number[] = []
    for (let place = 0; place < this.points.length; place++) places.push(place)
    return this.group(places)
  }

  /** @param places those of its points in the list. @returns the part that is all of them */
  group(places: number[]): Part {
    return this.part(places, null)
  }

  /** The smallest parts that hold each point, one for each group that it is of. */
  smallest(): Lists {
    const lists = new Lists(this.points.length)
    for (const { places } of this.parts)
      for (let i = 0; i < places.length; i++) lists.count(places[i]!)
    lists.begin()
    for (const { places, number } of this.parts)
      for (let i = 0; i < places.length; i++) lists.put(places[i]!, number)
    return lists
  }

  private part(places: number[], of: Part | null): Part {
    const { parts } = this
    const { minX, minY, maxX, maxY } = this.boundsOf(places)
    const part: Part = {
      minX,
      minY,
      maxX,
      maxY,
      number: parts.length,
      of,
      halves: [],
      count: places.length,
      places: [],
    }
    parts.push(part)
    const halves = places.length > FEW ? this.halved(places, part) : null
    if (halves) part.halves = halves.map((half) => this.part(half, part))
    else part.places = places
    return part
  }

  /** @returns null where they all lie in one place */
  private halved(places: readonly number[], { minX, minY, maxX, maxY }: Bounds) {
    const side = maxX - minX > maxY - minY ? 'x' : 'y'
    const middle = side === 'x' ? (minX + maxX) / 2 : (minY + maxY) / 2
    const near: number[] = []
    const far: number[] = []
    for (let i = 0; i < places.length; i++) {
      const place = places[i]!
      const half = this.points[place]![side] < middle ? near : far
      half.push(place)
    }
    return near.length > 0 && far.length > 0 ? [near, far] : null
  }

  private boundsOf(places: readonly number[]): Bounds {
    const bounds = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }
    for (let i = 0; i < places.length; i++) {
      const { x, y } = this.points[places[i]!]!
      if (x < bounds.minX) bounds.minX = x
      if (x > bounds.maxX) bounds.maxX = x
      if (y < bounds.minY) bounds.minY = y
      if (y > bounds.maxY) bounds.maxY = y
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
