import { around, boundsOfThing, endsOf, nearOf, type Bounds } from '../near'
import { oncePerFloor } from '../once'
import type { Plan, Thing } from '../plan'
import { OPEN_TO } from '../walls'

/** A floor alone. */
export const floorOf = oncePerFloor((plan, floor): Plan =>
  plan.floors.length === 1
    ? plan
    : {
        floors: plan.floors.filter(({ id }) => id === floor),
        things: plan.things.filter((thing) => thing.floor === floor),
      },
)

const nearOn = oncePerFloor((plan, floor) =>
  nearOf(
    plan.things.filter((thing) => thing.floor === floor),
    boundsOfThing,
  ),
)

/**
 * What of a floor lies in some boxes: each thing whose outer bounds meet one of them, whole, in the order of the plan.
 * A wall that reaches out of them has all its openings: a part may be more open than the floor, never less.
 */
export function partOf(plan: Plan, floor: string, boxes: readonly Bounds[]): Plan {
  const near = nearOn(plan, floor)
  const meeting = (box: Bounds): Thing[] => near(endsOf(box))
  const within = new Set(boxes.flatMap(meeting))
  const walls = [...within].filter(({ kind }) => kind === 'room' || kind === 'wall')
  for (const thing of walls.length > 0 ? meeting(around(walls.map(boundsOfThing))) : [])
    if (OPEN_TO.fire.includes(thing.kind)) within.add(thing)
  return {
    floors: plan.floors.filter(({ id }) => id === floor),
    things: plan.things.filter((thing) => within.has(thing)),
  }
}

const groundOfFloor = oncePerFloor((plan, floor) =>
  around(floorOf(plan, floor).things.map(boundsOfThing)),
)

/** The share of the ground of a floor that a box takes, 0 to 1. */
export function shareOf(plan: Plan, floor: string, box: Bounds): number {
  const all = groundOfFloor(plan, floor)
  const width = Math.min(box.maxX, all.maxX) - Math.max(box.minX, all.minX)
  const height = Math.min(box.maxY, all.maxY) - Math.max(box.minY, all.minY)
  return (width * height) / ((all.maxX - all.minX) * (all.maxY - all.minY))
}
