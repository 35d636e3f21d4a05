import { metresTo } from '../outwards'
import type { Bounds } from '../near'
import type { Walk } from '../path'
import type { Plan, Point } from '../plan'
import { apart } from '../shape'
import type { Found } from './found-again'

/** Shortest walks from some places to the nearest of some targets. */
export interface Search {
  name: string
  floor: string
  /** Whether stations stand in the way. */
  isPastWork: boolean
  places: readonly Place[]
  targets: readonly Target[]
  /** No walk that is asked for is longer, m. */
  longest: number
}
export interface Place {
  id: string
  /** Any of them. */
  starts: readonly Point[]
}
export interface Target {
  id: string
  at: Point
}

/** A walk, and the target that it leads to. */
export type FoundWalk = Walk & { target: string }

/** A search that was made. */
export interface Searched {
  search: Search
  walks: Found<FoundWalk | null>
}

export type Find = (part: Plan, search: Search) => Found<FoundWalk | null>

/** Whether a point lies in a box. */
export const isIn = (box: Bounds, { x, y }: Point): boolean => metresTo(box, x, y) === 0

/** Where the nearest target is in a straight line; where there is none, the place itself. */
export function nearestTarget({ starts }: Place, { targets }: Search): Point {
  const metres = (at: Point): number => apart(starts[0]!, at)
  return targets
    .map(({ at }) => at)
    .reduce((least, at) => (metres(at) < metres(least) ? at : least), targets[0]?.at ?? starts[0]!)
}
