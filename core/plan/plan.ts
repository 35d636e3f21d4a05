import type { Facts } from '../inspection/kind'
import type { ThingKind } from './kinds.table'

/** A point of a floor, m from its origin: x to the east, y to the north. */
export interface Point {
  x: number
  y: number
}

/** The outline of a thing, seen from above. */
export type Shape =
  /** About its middle; `angle` is where its front looks, degrees from the east against the clock. m */
  | { type: 'box'; at: Point; angle: number; width: number; depth: number }
  | { type: 'line'; points: readonly Point[] }
  /** Closed; the first point is not repeated at the end. */
  | { type: 'area'; points: readonly Point[] }

/** Anything that stands on a plan. */
export interface Thing {
  id: string
  kind: ThingKind
  floor: string
  name: string
  shape: Shape
  /** Of the fields of its kind; numbers in SI. */
  facts: Facts
  /** What is on record and stands here: a station, a gas store, a piece of gear; null: nothing. */
  of: string | null
}

/** A storey, or a yard under the sky. */
export interface Floor {
  id: string
  name: string
  outdoors: boolean
  /** Of its ground above that of the yard, m. */
  level: number
}

export interface Plan {
  floors: readonly Floor[]
  things: readonly Thing[]
}

/** Figures of a plan lie within so many metres of its origin. */
export const FARTHEST = 5_000

/** What of some kinds stands on a floor. */
export const onFloor = (
  { things }: Pick<Plan, 'things'>,
  floor: string,
  ...kinds: readonly ThingKind[]
): Thing[] => things.filter((thing) => thing.floor === floor && kinds.includes(thing.kind))
