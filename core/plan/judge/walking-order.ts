import { groundOf } from '../ground'
import type { Plan, Point, Thing } from '../plan'
import { roundOver } from '../round'
import { middleOf } from '../shape'
import { standingBefore } from './standing'

/** A round over things of one floor, from one of them. */
export interface WalkingOrder {
  floor: string
  /** In the order in which they are walked to, each with the way from the one before, m. */
  stops: readonly { thing: string; metres: number; points: readonly Point[] }[]
  /** m */
  length: number
  /** Things that no way leads to, or that are on another floor. */
  astray: readonly string[]
}

/** The order in which things are walked to, from where one stands. */
export function walkingOrder(plan: Plan, from: Thing, things: readonly Thing[]): WalkingOrder {
  const { floor } = from
  const before = standingBefore(plan, floor)
  const here = things.filter((thing) => thing.floor === floor)
  const round = roundOver(
    groundOf(plan, floor),
    from.kind === 'station' ? middleOf(from.shape) : before(from),
    here.map((thing) => ({ id: thing.id, at: before(thing) })),
  )
  return {
    floor,
    stops: round.stops.map(({ id }, i) => ({
      thing: id,
      metres: round.walks[i]!.length,
      points: round.walks[i]!.points,
    })),
    length: round.length,
    astray: [
      ...round.astray.map(({ id }) => id),
      ...things.filter((thing) => thing.floor !== floor).map(({ id }) => id),
    ],
  }
}
