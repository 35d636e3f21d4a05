import { gathered } from './gathered'
import type { Plan, Point, Thing } from './plan'
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

type OpenTo = keyof typeof OPEN_TO
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
  const here = plan.things.filter((thing) => thing.floor === floor)
  const openings = here.filter(({ kind }) => OPEN_TO[to].includes(kind))
  const near = nearby(gathered(openings, ({ shape }) => segmentsOf(shape)))
  const walled = here.filter(({ kind }) => kind === 'room' || kind === 'wall')
  return gathered(walled, (thing) => {
    const told = toldOf(thing)
    const pieces = gathered(segmentsOf(thing.shape), (segment) =>
      cut(segment, near(segment, REACH_OF_OPENING)),
    )
    return pieces.map((segment): Wall => ({ segment, of: thing, ...told }))
  })
}

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

/** A segment without the stretches along which an opening lies. */
export function cut(segment: Segment, openings: readonly Segment[]): Segment[] {
  const length = apart(...segment)
  let left: Stretch[] = WHOLE
  for (const opening of openings) {
    const taken = stretchOf(segment, opening)
    if (taken) left = gathered(left, (stretch) => without(stretch, taken))
  }
  if (left === WHOLE) return length > SHORTEST ? [segment] : []
  return left
    .filter(({ from, to }) => (to - from) * length > SHORTEST)
    .map(({ from, to }) => [pointAt(segment, from), pointAt(segment, to)])
}

/** A stretch of a wall, as shares of its length. */
interface Stretch {
  from: number
  to: number
}
const WHOLE: Stretch[] = [{ from: 0, to: 1 }]

function without(stretch: Stretch, taken: Stretch): Stretch[] {
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
