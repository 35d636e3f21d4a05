import { listed } from '../../finding/wording'
import { published } from '../../finding/source'
import type { Finding } from '../../finding/finding'
import { gathered } from '../gathered'
import { onFloor, type Plan, type Thing } from '../plan'
import { segmentsOf, type Segment } from '../shape'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { EYE_HEIGHT, looksOver, type Look } from './look'
import { Onlookers, type Seen } from './onlookers'
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
    const onlookers = new Onlookers(places, looks, ADJACENT)
    const stations = onFloor(plan, floor, 'station').filter(isAsked)
    return gathered(stations, (station) => {
      const seen = onlookers.seenOf(station)
      return seen.places.size > 0 ? [judgeStation(station, seen)] : []
    })
  })
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
