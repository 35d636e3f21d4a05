import { blocks, byWorst, type Finding, type Level } from '../finding/finding'
import { inSentence } from '../finding/wording'
import { classesOf, FIRE_CLASS_NAME, NFPA_10_CLASSES, type FireClass } from './fire-class'
import { judgeGear, type GearState } from './gear'
import { osha } from './line'

/** An extinguisher, and whether it stands at the place that is judged. */
export interface PlacedExtinguisher {
  gear: GearState
  here: boolean
}

const READY = osha('1910.252(a)(2)(ii)')

/**
 * Whether a place has an extinguisher, ready for use, for everything that can burn there. How far one elsewhere is away is not known here.
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
const reasonsFor = (place: string, burns: string) => [
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
  const suited = extinguishers.filter(({ gear }) => classesOf(gear.facts)?.includes(burning))
  const judged = suited.map((one) => ({ ...one, finding: judgeGear(one.gear) }))
  // A caution does not keep it from a fire.
  const ready = judged.filter(({ finding }) => !blocks(finding))
  const here = ready.find((one) => one.here)
  if (here) return say('clear', `${here.gear.name} at ${place} is for ${what}.`)
  const [elsewhere] = ready
  if (elsewhere)
    return say(
      'unknown',
      `No extinguisher for ${what} stands at ${place}. Whether ${elsewhere.gear.name} is in reach is not known.`,
      `Put one there, or tell that ${elsewhere.gear.name} stands there.`,
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
