import { blocks, byWorst, type Finding, type Level, type Reason } from '../finding/finding'
import { inSentence } from '../finding/wording'
import { FARTHEST_EXTINGUISHER, isInReach, TRAVEL_DISTANCE } from './extinguisher-reach'
import { classesOf, FIRE_CLASS_NAME, NFPA_10_CLASSES, type FireClass } from './fire-class'
import { judgeGear, type GearState } from './gear'
import { osha } from './line'

/** An extinguisher, and where it stands of the place that is judged. */
export interface PlacedExtinguisher {
  gear: GearState
  /** At the place itself. */
  here: boolean
  /** The walk to it from the place on the plan, m; null: not known. */
  walk: number | null
}

const READY = osha('1910.252(a)(2)(ii)')

/**
 * Whether a place has an extinguisher, ready for use and in reach, for everything that can burn there.
 * @param place as it is called
 * @param burns what can burn there; null or empty: nobody told, as something live is wherever an arc is
 * @param extinguishers all of the shop
 * @returns one Finding where nobody told, else one for each class, worst first
 */
export function judgeFireCover(
  place: string,
  burns: readonly FireClass[] | null,
  extinguishers: readonly PlacedExtinguisher[],
): Finding[] {
  if (!burns || burns.length === 0)
    return [
      {
        ...BASE,
        level: 'unknown',
        sentence: `What can burn at ${place} is not told.`,
        remedy: 'Tell it at the station; then its extinguishers are judged by kind.',
        reasons: reasonsFor(place, 'not told'),
      },
    ]
  return byWorst([
    ...burns.map((burning) => judgeClass(place, burning, extinguishers)),
    ...judgeWater(place, burns, extinguishers),
  ])
}

const BASE = { code: 'gear.fireCover', step: 'gear' as const }
const reasonsFor = (place: string, burns: string): Reason[] => [
  {
    rule: 'An extinguisher of the right kind, ready for instant use',
    source: READY,
    inputs: { place, burns },
  },
  { rule: 'What each agent puts out', source: NFPA_10_CLASSES },
]

function judgeClass(
  place: string,
  burning: FireClass,
  extinguishers: readonly PlacedExtinguisher[],
): Finding {
  const what = inSentence(FIRE_CLASS_NAME[burning])
  const say = (level: Level, sentence: string, remedy?: string): Finding => ({
    ...BASE,
    level,
    sentence,
    ...(remedy && { remedy }),
    reasons: reasonsFor(place, what),
  })
  const sayWalk = (level: Level, metres: number, sentence: string, remedy?: string): Finding => ({
    ...say(level, sentence, remedy),
    value: { amount: metres, unit: 'm' },
    reasons: [...reasonsFor(place, what), walkReason(burning, metres)],
  })
  const suited = extinguishers.filter(({ gear }) => classesOf(gear.facts)?.includes(burning))
  const judged = suited.map((one) => ({ ...one, finding: judgeGear(one.gear) }))
  // A caution does not keep it from a fire.
  const ready = judged.filter(({ finding }) => !blocks(finding))
  const here = ready.find((one) => one.here)
  if (here) return say('clear', `${here.gear.name} at ${place} is for ${what}.`)
  const [nearest] = ready
    .flatMap(({ gear, walk }) => (isKnown(walk) ? [{ gear, walk }] : []))
    .sort((one, other) => one.walk - other.walk)
  if (nearest && isInReach(burning, nearest.walk))
    return sayWalk(
      'clear',
      nearest.walk,
      `${nearest.gear.name}, for ${what}, is in reach of ${place}.`,
    )
  const [elsewhere] = ready.filter(({ walk }) => !isKnown(walk))
  if (elsewhere)
    return say(
      'unknown',
      `No extinguisher for ${what} stands at ${place}. Whether ${elsewhere.gear.name} is in reach is not known.`,
      `Put one there, or draw ${elsewhere.gear.name} on the plan where it hangs and publish.`,
    )
  if (nearest)
    return sayWalk(
      'stop',
      nearest.walk,
      `${place}: ${nearest.gear.name}, the nearest for ${what}, is too far to walk.`,
      'Put one nearer before work.',
    )
  const [kept] = judged
  if (kept)
    return say(
      kept.finding.level === 'stop' ? 'stop' : 'unknown',
      `${place}: none for ${what} is ready. ${kept.finding.sentence}`,
      'Bring one that is ready before work.',
    )
  const untold = extinguishers.filter(({ gear }) => classesOf(gear.facts) === null)
  if (untold.length > 0)
    return say(
      'unknown',
      `${place}: no extinguisher is known to be for ${what}; of ${untold.map(({ gear }) => gear.name).join(', ')} it is not told.`,
      'Read agent and rating off the label.',
    )
  return {
    ...say(
      'stop',
      `${place}: the shop has no extinguisher for ${what}.`,
      burning === 'metal'
        ? 'Get dry powder for that metal, or keep the metal away.'
        : 'Get one before work.',
    ),
    legal: true,
  }
}

const isKnown = (walk: number | null): walk is number =>
  walk !== null && Number.isFinite(walk) && walk >= 0

const walkReason = (burning: FireClass, metres: number): Reason => ({
  rule: 'An extinguisher within so long a walk',
  source: TRAVEL_DISTANCE,
  inputs: {
    asked: { amount: FARTHEST_EXTINGUISHER[burning], unit: 'm' },
    walked: { amount: metres, unit: 'm' },
  },
})

/** Water at a place with live gear or burning metal is what a hand reaches for first. */
function judgeWater(
  place: string,
  burns: readonly FireClass[],
  extinguishers: readonly PlacedExtinguisher[],
): Finding[] {
  const harms = (['live', 'metal', 'liquid'] as const).filter((one) => burns.includes(one))
  if (harms.length === 0) return []
  const what = harms.map((one) => inSentence(FIRE_CLASS_NAME[one])).join(', ')
  return extinguishers
    .filter(({ here, gear }) => here && gear.facts.agent === 'water')
    .map(({ gear }) => ({
      ...BASE,
      level: 'caution' as const,
      sentence: `${gear.name} at ${place} is water: never on ${what}.`,
      remedy: 'Mark it so, or put another there.',
      reasons: reasonsFor(place, what),
    }))
}
