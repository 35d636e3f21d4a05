import type { Ground } from './ground'
import type { Point } from './plan'
import { Field } from './walk/field'

/** A walk over a floor: the points at which it turns, and its length in m. */
export interface Walk {
  points: readonly Point[]
  length: number
}

/** A walk to one of some targets: its place in their list. */
export type TargetWalk = Walk & { target: number }

/**
 * Shortest walks to the nearest of some targets, from as many places as one likes.
 * @param places the points that one may start from, of each place
 * @param longest no walk that is asked for is longer, m
 * @returns one for each place; null where no walk is short enough
 */
export function walksFrom(
  ground: Ground,
  places: readonly (readonly Point[])[],
  targets: readonly Point[],
  longest = Infinity,
): (TargetWalk | null)[] {
  const field = new Field(ground, places, targets, longest)
  return places.map((_, place) => field.wayFrom(place))
}

/** The shortest walk from one place to the nearest of some others; see `walksFrom`. */
export const shortestWalk = (
  ground: Ground,
  from: Point,
  targets: readonly Point[],
  longest?: number,
): TargetWalk | null => walksFrom(ground, [[from]], targets, longest)[0]!
