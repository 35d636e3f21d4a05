import { gathered } from './gathered'
import { onFloor, type Plan, type Point, type Thing } from './plan'
import { nearby } from './near'
import { oncePerFloor } from './once'
import { metresToSegment, shareAlong } from './segment'
import { apart, pointAt, segmentsOf, type Segment } from './shape'
import type { ThingKind } from './kinds.table'

/** A straight piece of wall, after its openings were cut out. */
export interface Wall {
  segment: Segment
  /** The room or wall that it belongs to. */
  of: Thing
  /** m, minutes of fire; null: not told. */
  height: number | null
  fire: number | null
  material: string | null
}

/** An opening lies in a wall that runs along it no farther away than this, m. */
export const REACH_OF_OPENING = 0.3
/** Pieces shorter than this are none, m. */
const SHORTEST = 0.01

/** What breaks a wall: for feet what one walks through, for eyes what one looks through, for fire anything. */
export const OPEN_TO: Readonly<Record<'feet' | 'eyes' | 'fire', readonly ThingKind[]>> = {
  feet: ['door', 'hatch'],
  eyes: ['door', 'window', 'hatch'],
  fire: ['door', 'window', 'hatch', 'duct'],
}

export type OpenTo = keyof typeof OPEN_TO
const wallsOnceTo = (to: OpenTo) =>
  oncePerFloor((plan, floor): readonly Wall[] => cutWalls(plan, floor, to))
const WALLS = {
  feet: wallsOnceTo('feet'),
  eyes: wallsOnceTo('eyes'),
  fire: wallsOnceTo('fire'),
} satisfies Record<OpenTo, unknown>

/** The walls of a floor with their openings cut out. @param to whom the openings are open */
export const wallsOf = (plan: Plan, floor: string, to: OpenTo): readonly Wall[] =>
  WALLS[to](plan, floor)

function cutWalls(plan: Plan, floor: string, to: OpenTo): Wall[] {
  return gathered(onFloor(plan, floor, 'room', 'wall'), (thing) => {
    const told = toldOf(thing)
    const pieces = gathered(segmentsOf(thing.shape), (edge) =>
      without(edge, stretchesOf(plan, floor, to, edge)),
    )
    return pieces.map((segment): Wall => ({ segment, of: thing, ...told }))
  })
}

/** Rooms and walls along their outlines, nothing cut out. @returns those near some points */
export const edgesNear = oncePerFloor((plan, floor) =>
  nearby(gathered(onFloor(plan, floor, 'room', 'wall'), ({ shape }) => segmentsOf(shape))),
)

const stretchesOnceTo = (to: OpenTo) =>
  oncePerFloor((plan, floor): ReadonlyMap<Segment, readonly Stretch[]> => {
    const near = edgesNear(plan, floor)
    const found = new Map<Segment, Stretch[]>()
    for (const { shape } of onFloor(plan, floor, ...OPEN_TO[to]))
      for (const opening of segmentsOf(shape))
        for (const edge of near(opening, REACH_OF_OPENING)) {
          const taken = stretchOf(edge, opening)
          const known = found.get(edge)
          if (taken && known) known.push(taken)
          else if (taken) found.set(edge, [taken])
        }
    return found
  })
const STRETCHES = {
  feet: stretchesOnceTo('feet'),
  eyes: stretchesOnceTo('eyes'),
  fire: stretchesOnceTo('fire'),
} satisfies Record<OpenTo, unknown>
const NO_STRETCHES: readonly Stretch[] = []

/** The stretches that openings take of an edge of a floor, in the order in which they are drawn. */
export const stretchesOf = (
  plan: Plan,
  floor: string,
  to: OpenTo,
  edge: Segment,
): readonly Stretch[] => STRETCHES[to](plan, floor).get(edge) ?? NO_STRETCHES

/** A figure that was told; null: it was not, or is none. */
export const figureOf = (value: unknown): number | null =>
  typeof value === 'number' && Number.isFinite(value) ? value : null

function toldOf({ facts }: Thing): Pick<Wall, 'height' | 'fire' | 'material'> {
  return {
    height: figureOf(facts.height),
    fire: figureOf(facts.fire),
    material: typeof facts.material === 'string' ? facts.material : null,
  }
}

/** A segment without some stretches of it. */
function without(segment: Segment, taken: readonly Stretch[]): Segment[] {
  const length = apart(...segment)
  if (taken.length === 0) return length > SHORTEST ? [segment] : []
  let left = WHOLE
  for (const one of taken) left = gathered(left, (stretch) => remains(stretch, one))
  return left
    .filter(({ from, to }) => (to - from) * length > SHORTEST)
    .map(({ from, to }) => [pointAt(segment, from), pointAt(segment, to)])
}

/** A stretch of a wall, as shares of its length. */
export interface Stretch {
  from: number
  to: number
}
const WHOLE: readonly Stretch[] = [{ from: 0, to: 1 }]

function remains(stretch: Stretch, taken: Stretch): Stretch[] {
  const { from, to } = stretch
  if (taken.to <= from || taken.from >= to) return [stretch]
  const left: Stretch[] = []
  if (taken.from > from) left.push({ from, to: taken.from })
  if (taken.to < to) left.push({ from: taken.to, to })
  return left
}

/** The stretch of a wall that an opening takes; null: it lies elsewhere. */
export function stretchOf(wall: Segment, opening: Segment): Stretch | null {
  const one = shareNear(wall, opening[0])
  const other = shareNear(wall, opening[1])
  if (one === null || other === null || one === other) return null
  return one < other ? { from: one, to: other } : { from: other, to: one }
}

/** How far along a wall an end of an opening lies; null: too far from it. */
function shareNear(wall: Segment, end: Point): number | null {
  return metresToSegment(wall, end) <= REACH_OF_OPENING ? shareAlong(wall, end) : null
}
