import { boundsOf, nearOf } from './near'
import type { Thing } from './plan'
import { contains, cornersOf, middleOf } from './shape'

/** @returns those of some things that stand in a room with their middle, in the order of the list */
export function standingIn(things: readonly Thing[]): (room: Thing) => Thing[] {
  const near = nearOf(things, ({ shape }) => boundsOf([middleOf(shape)]))
  return (room) =>
    near(cornersOf(room.shape)).filter(
      ({ floor, shape }) => floor === room.floor && contains(room.shape, middleOf(shape)),
    )
}
