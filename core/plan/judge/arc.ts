import { listed } from '../../finding/wording'
import { published } from '../../finding/source'
import type { Finding } from '../../finding/finding'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { Blocks } from '../blocks'
import { boundsOf, nearOf } from '../near'
import { apart, middleOf, segmentsOf, type Segment } from '../shape'
import { sideOf, TOUCH } from '../side'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { arcsOf, EYE_HEIGHT, looksOver, peopleAt, type Look, type Looks } from './look'
import { namesOf, says } from './says'

const RAYS = published('OSHA 29 CFR 1910.252(b)(2)(iii)')

/** Whoever is nearer than this counts as adjacent to the arc, m. Common practice: the law names no distance. */
export const ADJACENT = 10

/** The sides of a box in the order of its outline. */
const SIDES = ['front', 'right side', 'back', 'left side'] as const

/**
 * Whether anybody at a desk or on a walkway nearby looks into the arc of a station, at eye height.
 * A curtain counts where it is on record, ready and high enough; a window closes nothing.
 * @param isAsked which stations are judged
 */
export function judgeArcs(
  plan: Plan,
  { curtains }: Pick<Equipment, 'curtains'>,
  isAsked: (station: Thing) => boolean = () => true,
): DrawnFinding[] {
  return plan.floors.flatMap(({ id: floor }) => {
    const places = onFloor(plan, floor, 'desk', 'walkway')
    if (places.length === 0) return []
    const looks = looksOver(plan, floor, curtains)
    const near = nearOf(
      places.flatMap((place) => inGroups(peopleAt(place)).map((people) => ({ place, people }))),
      ({ people }) => boundsOf(people),
    )
    const stations = onFloor(plan, floor, 'station').filter(isAsked)
    return stations.flatMap((station) => {
      const found = looksInto(station, byPlace(near(arcsOf(station), ADJACENT)), looks)
      return found.length > 0 ? [judgeStation(station, found, looks)] : []
    })
  })
}

/** Somewhere that people are, all along it or a stretch of it. */
interface Peopled {
  place: Thing
  people: readonly Point[]
}

/** Of a long walkway few are near a station; so many stand together. */
const TOGETHER = 50
const inGroups = (people: readonly Point[]): (readonly Point[])[] =>
  Array.from({ length: Math.ceil(people.length / TOGETHER) }, (_, group) =>
    people.slice(group * TOGETHER, (group + 1) * TOGETHER),
  )

function byPlace(groups: readonly Peopled[]): Peopled[] {
  const found = new Map<Thing, Point[]>()
  for (const { place, people } of groups) {
    const before = found.get(place)
    if (before) before.push(...people)
    else found.set(place, [...people])
  }
  return [...found].map(([place, people]) => ({ place, people }))
}

/** One place that is near enough, and how the most open look from it ends. */
interface PlaceLook extends Peopled {
  look: Look
  line: Segment
}

function looksInto(station: Thing, places: readonly Peopled[], looks: Looks): PlaceLook[] {
  const arcs = arcsOf(station)
  const isNear = (p: Point): boolean => arcs.some((arc) => apart(arc, p) <= ADJACENT)
  return places.flatMap(({ place, people: all }): PlaceLook[] => {
    const people = all.filter(isNear)
    return people.length > 0 ? [{ place, people, ...looks.mostOpen(arcs, people) }] : []
  })
}

function judgeStation(station: Thing, places: readonly PlaceLook[], looks: Looks): DrawnFinding {
  const that = (wanted: Look): PlaceLook[] => places.filter(({ look }) => look === wanted)
  const [open, untold] = [that('open'), that('untold')]
  const finding = (answer: Pick<Finding, 'level' | 'sentence' | 'remedy'>): Finding => ({
    code: 'plan.arc',
    step: 'eyes',
    ...answer,
    reasons: [
      {
        rule: 'Nobody beside the work looks into the arc: a screen of 1.8 m (6 ft), or goggles',
        source: RAYS,
        inputs: {
          place: station.name,
          within: { amount: ADJACENT, unit: 'm' },
          eyeHeight: { amount: EYE_HEIGHT, unit: 'm' },
        },
      },
    ],
  })
  if (open.length > 0) {
    const sides = openSides(station, open, looks)
    const others = open.map(({ place }) => place)
    return says(
      station,
      finding({
        level: 'caution',
        sentence: `${station.name}: the arc is seen from ${namesOf(others)}.`,
        remedy: `Hang a screen along its ${listed(sides.map((side) => SIDES[side]!))}.`,
      }),
      {
        others,
        lines: open.map(({ line }) => line),
        screens: sides.map((side) => segmentsOf(station.shape)[side]!),
      },
    )
  }
  if (untold.length > 0) {
    const others = untold.map(({ place }) => place)
    return says(
      station,
      finding({
        level: 'unknown',
        sentence: `${station.name}: whether the arc is seen from ${namesOf(others)} is not known.`,
        remedy: 'Tell how high the walls and curtains are, and look at the curtains.',
      }),
      { others, lines: untold.map(({ line }) => line) },
    )
  }
  return says(
    station,
    finding({ level: 'clear', sentence: `${station.name}: the arc is screened.` }),
    { others: places.map(({ place }) => place) },
  )
}

/** The sides of a station that open looks pass: each of them is to be closed. */
function openSides(station: Thing, places: readonly PlaceLook[], looks: Looks): number[] {
  const arcs = arcsOf(station)
  const outline = segmentsOf(station.shape)
  const sides = new Blocks(outline)
  const middle = middleOf(station.shape)
  // What leaves a box by one of its sides ends before that.
  const isBefore = ([a, b]: Segment, person: Point): boolean =>
    Math.sign(sideOf(a, b, middle)) * sideOf(a, b, person) <= TOUCH
  const isPassed = (side: number, arc: Point, person: Point): boolean => {
    sides.aim(arc.x, arc.y, person.x, person.y)
    return sides.isMet(side) && looks.isOpen(arc, person)
  }
  const isOpen = (side: number): boolean =>
    places.some(({ people }) =>
      people.some(
        (person) =>
          isBefore(outline[side]!, person) && arcs.some((arc) => isPassed(side, arc, person)),
      ),
    )
  return [...outline.keys()].filter(isOpen)
}
