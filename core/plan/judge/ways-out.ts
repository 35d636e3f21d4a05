import type { Finding } from '../../finding/finding'
import { published } from '../../finding/source'
import { groundOf, groundWith } from '../ground'
import { boundsOf, nearOf } from '../near'
import { walksFrom, type Walk } from '../path'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { meet } from '../segment'
import { apart, contains, cornersOf, middleOf, pointAt, segmentsOf, type Segment } from '../shape'
import { freeLines } from '../blocks'
import { wallsOf } from '../walls'
import { standingBefore } from './before'
import type { DrawnFinding } from './drawn'
import { namesOf, says } from './says'

const WAYS_OUT = published('OSHA 29 CFR 1910.37(a)(3)')
const RULE = 'A way out stays free while hot work goes on'

/** Whether everybody gets out while hot work goes on at every station: no way out leads through somebody else's work alone. */
export function judgeWaysOut(plan: Plan): DrawnFinding[] {
  return plan.floors.flatMap(({ id: floor, outdoors }) => {
    const rooms = onFloor(plan, floor, 'room')
    // In an open yard one is out already.
    const places = onFloor(plan, floor, 'station', 'desk').filter(
      ({ shape }) => !outdoors || rooms.some((room) => contains(room.shape, middleOf(shape))),
    )
    return places.length > 0 ? judgeFloor(plan, floor, places) : []
  })
}

function judgeFloor(plan: Plan, floor: string, places: readonly Thing[]): DrawnFinding[] {
  const exits = onFloor(plan, floor, 'exit')
  if (exits.length === 0) return [noExit(places)]
  const stations = onFloor(plan, floor, 'station')
  const before = standingBefore(plan, floor)
  // An exit may be drawn in its wall or before it.
  const targets = exits.flatMap((exit) => [middleOf(exit.shape), before(exit)])
  const starts = places.map(standingBeside(plan, floor))
  const past = walksFrom(groundWith(plan, floor, stations), starts, targets)
  const isShut = (_: unknown, place: number): boolean => past[place] === null
  const shut = starts.filter(isShut)
  const through = shut.length > 0 ? walksFrom(groundOf(plan, floor), shut, targets) : []
  const throughFrom = new Map(places.filter(isShut).map((place, i) => [place, through[i]!]))
  const crossedBy = crossing(stations)
  return places.map((place, i) => {
    const walkPast = past[i]!
    if (walkPast) return judgePlace(place, { walk: walkPast, blocked: [] })
    const walk = throughFrom.get(place)!
    const blocked = walk ? crossedBy(walk).filter(({ id }) => id !== place.id) : []
    return judgePlace(place, { walk, blocked })
  })
}

interface WayOut {
  walk: Walk | null
  /** The work that it leads through, where no other way is left. */
  blocked: readonly Thing[]
}

/** Somebody at a place stands so far off its outline, m. */
const OFF = 0.3

/** Where one stands beside a desk or a piece of work, on this side of every wall. */
function standingBeside(plan: Plan, floor: string): (thing: Thing) => Point[] {
  const isFree = freeLines(wallsOf(plan, floor, 'feet').map(({ segment }) => segment))
  return ({ shape }) => {
    const middle = middleOf(shape)
    return segmentsOf(shape)
      .flatMap((side) => [side[0], pointAt(side, 0.5)])
      .map((p) => pointAt([middle, p], 1 + OFF / apart(middle, p)))
      .filter((p) => isFree(middle, p))
  }
}

/** One Finding for all places of a floor on which no way out is drawn. */
function noExit(places: readonly Thing[]): DrawnFinding {
  const [first, ...others] = places
  return says(
    first!,
    {
      code: 'plan.wayOut',
      step: 'fire',
      level: 'unknown',
      sentence: 'No way out is drawn.',
      remedy: 'Draw the ways out, and the doors on the way to them.',
      reasons: [{ rule: RULE, source: WAYS_OUT }],
    },
    { others },
  )
}

/** Those of some stations that a walk leads through. */
function crossing(stations: readonly Thing[]): (walk: Walk) => Thing[] {
  const near = nearOf(stations, ({ shape }) => boundsOf(cornersOf(shape)))
  return ({ points }) => {
    const legs = points.slice(1).map((to, i): Segment => [points[i]!, to])
    return [
      ...new Set(legs.flatMap((leg) => near(leg).filter((station) => leadsThrough(leg, station)))),
    ]
  }
}

const leadsThrough = (leg: Segment, { shape }: Thing): boolean =>
  contains(shape, leg[1]) || segmentsOf(shape).some((side) => meet(side, leg))

function judgePlace(place: Thing, { walk, blocked }: WayOut): DrawnFinding {
  const finding = (answer: Pick<Finding, 'level' | 'sentence' | 'remedy'>): Finding => ({
    code: 'plan.wayOut',
    step: 'fire',
    ...(walk && { value: { amount: walk.length, unit: 'm' } }),
    ...answer,
    reasons: [
      {
        rule: RULE,
        source: WAYS_OUT,
        inputs: {
          place: place.name,
          ...(walk && { walked: { amount: walk.length, unit: 'm' as const } }),
        },
      },
    ],
  })
  if (!walk)
    return says(
      place,
      finding({
        level: 'unknown',
        sentence: `${place.name}: no way out is found on the plan.`,
        remedy: 'Draw the ways out, and the doors on the way to them.',
      }),
    )
  if (blocked.length > 0)
    return says(
      place,
      finding({
        level: 'caution',
        sentence: `${place.name}: the only way out leads through the work at ${namesOf(blocked)}.`,
        remedy: 'Open a second way, or stop that work while somebody is here.',
      }),
      { others: blocked, lines: [walk.points] },
    )
  return says(
    place,
    finding({ level: 'clear', sentence: `${place.name}: a way out leads past all other work.` }),
    { lines: [walk.points] },
  )
}
