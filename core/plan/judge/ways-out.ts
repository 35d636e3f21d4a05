import type { Finding } from '../../finding/finding'
import { published } from '../../finding/source'
import { sameFor } from '../again/same-for'
import { Walking } from '../again/walking'
import { gathered } from '../gathered'
import { boundsOf, nearOf } from '../near'
import type { Walk } from '../path'
import { onFloor, type Plan, type Thing } from '../plan'
import { meet } from '../segment'
import { contains, cornersOf, middleOf, segmentsOf, type Segment } from '../shape'
import type { DrawnFinding } from './drawn'
import { namesOf, says } from './says'

const WAYS_OUT = published('OSHA 29 CFR 1910.37(a)(3)')
const RULE = 'A way out stays free while hot work goes on'

/**
 * Whether everybody gets out while hot work goes on at every station: no way out leads through somebody else's work alone.
 * @param walking over the plan
 */
export function judgeWaysOut(plan: Plan, walking: Walking = new Walking(plan)): DrawnFinding[] {
  return gathered(plan.floors, ({ id: floor, outdoors }) => {
    const rooms = onFloor(plan, floor, 'room')
    // In an open yard one is out already.
    const places = onFloor(plan, floor, 'station', 'desk').filter(
      ({ shape }) => !outdoors || rooms.some((room) => contains(room.shape, middleOf(shape))),
    )
    return places.length > 0 ? judgeFloor(walking, floor, places) : []
  })
}

function judgeFloor(walking: Walking, floor: string, places: readonly Thing[]): DrawnFinding[] {
  const { plan } = walking
  const exits = onFloor(plan, floor, 'exit')
  if (exits.length === 0) return [noExit(places)]
  const stations = onFloor(plan, floor, 'station')
  const before = walking.before(floor, exits)
  // An exit may be drawn in its wall or before it.
  const targets = gathered(exits, ({ id, shape }) => [
    { id: `${id} in its middle`, at: middleOf(shape) },
    { id: `${id} before it`, at: before.get(id)! },
  ])
  const beside = walking.beside(floor, places)
  const search = (name: string, isPastWork: boolean, from: readonly Thing[]) =>
    walking.walks({
      name,
      floor,
      isPastWork,
      places: from.map(({ id }) => ({ id, starts: beside.get(id)! })),
      targets,
      longest: Infinity,
    })
  const past = search('out past work', true, places)
  const shut = places.filter(({ id }) => past.get(id) === null)
  const through = shut.length > 0 ? search('out through work', false, shut) : null
  const crossedBy = crossing(stations)
  return places.map((place) => {
    const walkPast = past.get(place.id)
    if (walkPast) return judgePlace(place, walkPast, [])
    const walk = through!.get(place.id)!
    const blocked = walk ? crossedBy(walk).filter(({ id }) => id !== place.id) : []
    return judgePlace(place, walk, blocked)
  })
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
      ...new Set(
        gathered(legs, (leg) => near(leg).filter((station) => leadsThrough(leg, station))),
      ),
    ]
  }
}

const leadsThrough = (leg: Segment, { shape }: Thing): boolean =>
  contains(shape, leg[1]) || segmentsOf(shape).some((side) => meet(side, leg))

/** @param blocked the work that it leads through, where no other way is left */
const judgePlace = (place: Thing, walk: Walk | null, blocked: readonly Thing[]): DrawnFinding =>
  known(place, [walk, ...blocked], () => sayOf(place, walk, blocked))
const known = sameFor<DrawnFinding>()

function sayOf(place: Thing, walk: Walk | null, blocked: readonly Thing[]): DrawnFinding {
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
