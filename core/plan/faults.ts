import { intersection } from 'polyclip-ts'
import { wrongFacts } from '../inspection/fields'
import type { Changes } from './again/changes'
import { foundAgain, type Found } from './again/found-again'
import { floorOf } from './again/part'
import { gathered } from './gathered'
import { PLAN_KINDS, type ThingKind } from './kinds.table'
import { FARTHEST, type Plan, type Point, type Shape, type Thing } from './plan'
import { boundsOf, boundsOfThing, grown, nearOf } from './near'
import { once } from './once'
import { meet } from './segment'
import { apart, areaOf, cornersOf, extentOf, segmentsOf, type Extent, type Segment } from './shape'
import { edgesNear, OPEN_TO, REACH_OF_OPENING, stretchOf } from './walls'

/** What is wrong with a plan. An error keeps it from being published, a warning does not. */
export interface PlanFault {
  thing: string
  kind: 'error' | 'warning'
  message: string
}

/** Shorter than this is no line, m; smaller is no area, m2. */
const SHORTEST = 0.05
const SMALLEST = 0.01
/** Rooms may share so much ground before they overlap, m2: a wall drawn twice. */
const SHARED = 0.25

/** Everything that is wrong with a plan, thing by thing. */
export const faultsOf = (plan: Plan): PlanFault[] => faultsAgain(plan, null).faults

/** By floor, what is wrong with each thing as others lie near it. */
export type FoundFaults = ReadonlyMap<string, Found<readonly PlanFault[]>>

/** The same, as it was where nothing near is not as it was. @param before null: nothing counts */
export function faultsAgain(
  plan: Plan,
  before: { found: FoundFaults; changes: Changes } | null,
): { faults: PlanFault[]; found: FoundFaults } {
  const faults = ownFaults(plan)
  const wrong = new Set(faults.map(({ thing }) => thing))
  const sound = { ...plan, things: plan.things.filter(({ id }) => !wrong.has(id)) }
  // With a thing that is wrong by itself nothing is kept: it may have no bounds to be near to.
  const was = wrong.size === 0 ? before : null
  const found = new Map(
    plan.floors.map(({ id }) => [id, faultsOn(wrong.size === 0 ? plan : sound, id, was)]),
  )
  const ofNear = gathered([...found.values()], (byThing) =>
    gathered([...byThing.values()], (its) => its),
  )
  return {
    faults: [...faults, ...twiceOnPlan(plan), ...ofNear],
    found: wrong.size === 0 ? found : new Map(),
  }
}

function faultsOn(
  whole: Plan,
  floor: string,
  before: { found: FoundFaults; changes: Changes } | null,
): Found<readonly PlanFault[]> {
  const plan = floorOf(whole, floor)
  const known = before?.found.get(floor)
  return foundAgain(
    plan,
    floor,
    plan.things.filter(({ kind }) => kind === 'room' || kind === 'station' || isOpening(kind)),
    {
      zone: (thing) => grown(boundsOfThing(thing), REACH_OF_OPENING),
      find: (part, about) => {
        const found = new Map(about.map(({ id }): [string, PlanFault[]] => [id, []]))
        for (const fault of [...overlaps(part.things), ...astray(part, floor, about)])
          found.get(fault.thing)?.push(fault)
        return found
      },
    },
    known ? { found: known, changes: before!.changes } : null,
  )
}

const isOpening = (kind: ThingKind): boolean => OPEN_TO.fire.includes(kind)

/** Whether a plan with these faults may be published, and is judged. */
export const isSound = (faults: readonly PlanFault[]): boolean =>
  faults.every(({ kind }) => kind !== 'error')

/** What is wrong with a thing by itself, wherever others are. */
export function ownFaults({ floors, things }: Plan): PlanFault[] {
  const known = new Set(floors.map(({ id }) => id))
  return gathered(things, (thing): PlanFault[] => {
    const message = known.has(thing.floor) ? faultWithin(thing) : 'It is on no floor.'
    return message ? [{ thing: thing.id, kind: 'error', message }] : []
  })
}

const faultWithin = once((thing: Thing): string | null => {
  const wrong = Object.values(wrongFacts(PLAN_KINDS[thing.kind].fields, thing.facts))
  return outlineFault(thing) ?? wrong[0] ?? null
})

/** What is wrong with the outline of a thing; null: nothing. */
export function outlineFault({ kind, shape }: Pick<Thing, 'kind' | 'shape'>): string | null {
  if (shape.type !== PLAN_KINDS[kind].shape) return 'It has another outline than its kind.'
  if (!hasFigures(shape)) return 'One of its figures is no number.'
  if (!cornersOf(shape).every(isOnPlan)) return 'It lies off the plan.'
  if (shape.type === 'box')
    return shape.width >= SHORTEST && shape.depth >= SHORTEST ? null : 'It has no size.'
  if (shape.points.length < (shape.type === 'line' ? 2 : 3)) return 'It has too few points.'
  if (segmentsOf(shape).some(([a, b]) => apart(a, b) < SHORTEST))
    return 'Two of its points are in one place.'
  if (shape.type === 'line') return null
  if (crossesItself(segmentsOf(shape))) return 'Its outline crosses itself.'
  return areaOf(shape) >= SMALLEST ? null : 'It has no area.'
}

const isFinitePoint = ({ x, y }: Point): boolean => Number.isFinite(x) && Number.isFinite(y)
const hasFigures = (shape: Shape): boolean =>
  shape.type === 'box'
    ? isFinitePoint(shape.at) && [shape.angle, shape.width, shape.depth].every(Number.isFinite)
    : shape.points.every(isFinitePoint)
const isOnPlan = ({ x, y }: Point): boolean => Math.abs(x) <= FARTHEST && Math.abs(y) <= FARTHEST

function crossesItself(edges: readonly Segment[]): boolean {
  return edges.some((edge, i) =>
    edges.some((other, j) => {
      const areNeighbours = Math.abs(i - j) <= 1 || Math.abs(i - j) === edges.length - 1
      return j > i && !areNeighbours && meet(edge, other)
    }),
  )
}

/** What is on record stands in one place. */
function twiceOnPlan({ things }: Plan): PlanFault[] {
  const first = new Map<string, Thing>()
  return gathered(things, (thing): PlanFault[] => {
    if (thing.of === null) return []
    const before = first.get(thing.of)
    if (!before) {
      first.set(thing.of, thing)
      return []
    }
    return [
      {
        thing: thing.id,
        kind: 'error',
        message: `It stands on the plan already, as ${before.name}.`,
      },
    ]
  })
}

const ring = (thing: Thing): [number, number][][] => [
  cornersOf(thing.shape).map(({ x, y }) => [x, y]),
]

/** Rooms of a floor do not overlap. */
function overlaps(things: readonly Thing[]): PlanFault[] {
  const rooms = things
    .filter(({ kind }) => kind === 'room')
    .map((room, place) => ({ room, place, extent: extentOf(room.shape) }))
  const near = nearOf(rooms, ({ room }) => boundsOf(cornersOf(room.shape)))
  return gathered(rooms, ({ room, place, extent }) =>
    gathered(near(cornersOf(room.shape)), (other): PlanFault[] => {
      // Of two each is near the other.
      if (other.place <= place) return []
      if (!doMeet(extent, other.extent)) return []
      return sharedArea(room, other.room) > SHARED
        ? [{ thing: other.room.id, kind: 'error', message: `It overlaps ${room.name}.` }]
        : []
    }),
  )
}

const doMeet = (a: Extent, b: Extent): boolean =>
  a.west < b.east && b.west < a.east && a.south < b.north && b.south < a.north

/** m2 that two things have in common. */
export const sharedArea = (one: Thing, other: Thing): number =>
  intersection(ring(one), ring(other))
    .flat()
    .reduce((sum, points) => {
      const outline = points.slice(0, -1).map(([x, y]) => ({ x, y }))
      return sum + areaOf({ type: 'area', points: outline })
    }, 0)

/** A station stands in no wall, an opening lies in one. @param about which of them are looked at, all on one floor */
function astray(plan: Plan, floor: string, about: readonly Thing[]): PlanFault[] {
  const near = edgesNear(plan, floor)
  return gathered(about, (thing): PlanFault[] => {
    if (thing.kind === 'station') {
      const edges = near(cornersOf(thing.shape))
      const inWall = segmentsOf(thing.shape).some((side) => edges.some((edge) => meet(side, edge)))
      return inWall ? [{ thing: thing.id, kind: 'warning', message: 'It stands in a wall.' }] : []
    }
    if (!isOpening(thing.kind)) return []
    const inWall = segmentsOf(thing.shape).every((opening) =>
      near(opening, REACH_OF_OPENING).some((edge) => stretchOf(edge, opening) !== null),
    )
    return inWall ? [] : [{ thing: thing.id, kind: 'error', message: 'It lies in no wall.' }]
  })
}
