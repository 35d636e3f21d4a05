import { listed } from '../../finding/wording'
import { published } from '../../finding/source'
import type { Finding } from '../../finding/finding'
import { gathered } from '../gathered'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { middleOf, segmentsOf, type Segment } from '../shape'
import { sideOf, TOUCH } from '../side'
import { View } from '../view'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { arcsOf, EYE_HEIGHT, looksOver, type Look, type Looks } from './look'
import { Crowd, People } from './people'
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
  return gathered(plan.floors, ({ id: floor }) => {
    const places = onFloor(plan, floor, 'desk', 'walkway')
    if (places.length === 0) return []
    const looks = looksOver(plan, floor, curtains)
    const people = new People(places, looks.rooms)
    const stations = onFloor(plan, floor, 'station').filter(isAsked)
    return gathered(stations, (station) => {
      const seen = looksInto(station, people, looks)
      return seen.places.size > 0 ? [judgeStation(station, seen)] : []
    })
  })
}

/** What is seen of the arcs of a station. */
interface Seen {
  /** By place that is near enough: how the most open look from it ends, with its line. */
  places: ReadonlyMap<Thing, { look: Look; line: Segment | null }>
  /** The sides of the station that open looks pass, as its outline runs: each of them is to be closed. */
  sides: readonly number[]
}

function looksInto(station: Thing, people: People, looks: Looks): Seen {
  const arcs = arcsOf(station)
  const crowd = new Crowd(people, arcs, ADJACENT)
  const places = new Map<Thing, { look: Look; line: Segment | null }>()
  for (const place of crowd.places()) places.set(place, { look: 'closed', line: null })
  const sides = sidesOf(station)
  let shut: readonly Side[] = sides
  for (const arc of arcs)
    for (const { at, place } of crowd.shownBy(View.of(looks.rooms, arc))) {
      const known = places.get(place)!.look
      // Most looks tell nothing new.
      if (known === 'open' && !leavesBySome(shut, arc, at)) continue
      const look = looks.between(arc, at)
      if (look === 'open') shut = stillShut(shut, arc, at)
      if (OPENNESS[look] > OPENNESS[known]) places.set(place, { look, line: [arc, at] })
    }
  return { places, sides: [...sides.keys()].filter((side) => !shut.includes(sides[side]!)) }
}
const OPENNESS: Readonly<Record<Look, number>> = { closed: 0, untold: 1, open: 2 }

/** A side of a station, and on which side of that its middle lies, as `sideOf` tells it: 1 or -1. */
interface Side {
  ends: Segment
  within: number
}

function sidesOf({ shape }: Thing): Side[] {
  const middle = middleOf(shape)
  return segmentsOf(shape).map((ends) => ({ ends, within: Math.sign(sideOf(...ends, middle)) }))
}

// Asked of a hundred thousand looks: a function made for each of them would fill the memory.
function leavesBySome(sides: readonly Side[], arc: Point, person: Point): boolean {
  for (const side of sides) if (leavesBy(side, arc, person)) return true
  return false
}
const stillShut = (sides: readonly Side[], arc: Point, person: Point): readonly Side[] =>
  sides.filter((side) => !leavesBy(side, arc, person))

/** Whether a look from an arc within leaves the station by a side: it ends beyond it, and passes between its ends. */
function leavesBy({ ends: [a, b], within }: Side, arc: Point, person: Point): boolean {
  if (within * sideOf(a, b, person) > TOUCH) return false
  return sideOf(arc, person, a) * sideOf(arc, person, b) <= TOUCH
}

function judgeStation(station: Thing, { places, sides }: Seen): DrawnFinding {
  const that = (wanted: Look): { others: Thing[]; lines: Segment[] } => {
    const those = [...places].filter(([, { look }]) => look === wanted)
    return {
      others: those.map(([place]) => place),
      lines: gathered(those, ([, { line }]) => (line ? [line] : [])),
    }
  }
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
  if (open.others.length > 0) {
    return says(
      station,
      finding({
        level: 'caution',
        sentence: `${station.name}: the arc is seen from ${namesOf(open.others)}.`,
        remedy:
          sides.length > 0
            ? `Hang a screen along its ${listed(sides.map((side) => SIDES[side]!))}.`
            : 'People are drawn within it: move them, or the work.',
      }),
      { ...open, screens: sides.map((side) => segmentsOf(station.shape)[side]!) },
    )
  }
  if (untold.others.length > 0)
    return says(
      station,
      finding({
        level: 'unknown',
        sentence: `${station.name}: whether the arc is seen from ${namesOf(untold.others)} is not known.`,
        remedy: 'Tell how high the walls and curtains are, and look at the curtains.',
      }),
      untold,
    )
  return says(
    station,
    finding({ level: 'clear', sentence: `${station.name}: the arc is screened.` }),
    { others: that('closed').others },
  )
}
