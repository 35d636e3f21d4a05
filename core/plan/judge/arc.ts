import { listed } from '../../finding/wording'
import { published } from '../../finding/source'
import type { Finding } from '../../finding/finding'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { thingsNear } from '../near'
import { meet } from '../segment'
import { apart, middleOf, segmentsOf, type Segment } from '../shape'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { arcsOf, EYE_HEIGHT, lookFrom, peopleAt, screensOn, type Look } from './look'
import { namesOf, says } from './says'

const RAYS = published('OSHA 29 CFR 1910.252(b)(2)(iii)')

/** Whoever is nearer than this counts as adjacent to the arc, m. Common practice: the law names no distance. */
const ADJACENT = 10

/** A walkway reaches so far to either side of its line at the most, m. */
const HALF_OF_WIDEST = 10

/** The sides of a box in the order of its outline. */
const SIDES = ['front', 'right side', 'back', 'left side'] as const

/**
 * Whether anybody at a desk or on a walkway nearby looks into the arc of a station, at eye height.
 * A curtain counts where it is on record, ready and high enough; a window closes nothing.
 */
export function judgeArcs(plan: Plan, { curtains }: Pick<Equipment, 'curtains'>): DrawnFinding[] {
  return plan.floors.flatMap(({ id: floor }) => {
    const places = onFloor(plan, floor, 'desk', 'walkway')
    if (places.length === 0) return []
    const look = lookFrom(screensOn(plan, floor, curtains))
    const near = thingsNear(places)
    return onFloor(plan, floor, 'station').flatMap((station) => {
      const looks = looksInto(station, near(station, ADJACENT + HALF_OF_WIDEST), look)
      return looks.length > 0 ? [judgeStation(station, looks)] : []
    })
  })
}

/** One place that is near enough, and how the look from it ends. */
interface PlaceLook {
  place: Thing
  look: Look
  lines: readonly Segment[]
}

function looksInto(
  station: Thing,
  places: readonly Thing[],
  look: ReturnType<typeof lookFrom>,
): PlaceLook[] {
  const arcs = arcsOf(station)
  const middle = middleOf(station.shape)
  const isNear = (p: Point): boolean => arcs.some((arc) => apart(arc, p) <= ADJACENT)
  return places.flatMap((place): PlaceLook[] => {
    const people = peopleAt(place).filter(isNear)
    if (people.length === 0) return []
    const { look: ends, line } = look(arcs, people)
    // Of the looks that are open, each side that one of them passes is to be closed.
    const lines = ends === 'open' ? openLines(look, arcs, people) : [line]
    return [{ place, look: ends, lines: lines.length > 0 ? lines : [[middle, people[0]!]] }]
  })
}

const openLines = (
  look: ReturnType<typeof lookFrom>,
  arcs: readonly Point[],
  people: readonly Point[],
): Segment[] =>
  arcs.flatMap((arc) =>
    people.flatMap((eye) => (look([arc], [eye]).look === 'open' ? [[arc, eye] as const] : [])),
  )

function judgeStation(station: Thing, looks: readonly PlaceLook[]): DrawnFinding {
  const that = (wanted: Look): PlaceLook[] => looks.filter(({ look }) => look === wanted)
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
    const sides = sidesPassed(
      station,
      open.flatMap(({ lines }) => lines),
    )
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
        lines: open.map(({ lines }) => lines[0]!),
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
      { others, lines: untold.map(({ lines }) => lines[0]!) },
    )
  }
  return says(
    station,
    finding({ level: 'clear', sentence: `${station.name}: the arc is screened.` }),
    { others: looks.map(({ place }) => place) },
  )
}

/** The sides of a station that some lines out of it pass. */
function sidesPassed({ shape }: Thing, lines: readonly Segment[]): number[] {
  return segmentsOf(shape).flatMap((side, i) => (lines.some((line) => meet(side, line)) ? [i] : []))
}
