import { BURNS_ABOVE } from './cooling'
import { WORK_PLACE, type Trace } from './round'

/** What a thermal camera of the trade reads, K: -40 to 1,000 C. Common practice. */
export const SPOT_SPAN = { least: 233.15, most: 1273.15 } as const

/** The work itself may still be hot; above this what touches it chars, K: 200 C. Common practice. */
const CHARS_ABOVE = 473.15

/** Nearer to each other than this, two readings of one place are alike, K: cameras are right to 2 K or 2%. Common practice. */
const ALIKE = 10

/** What a spot reading of a place says. It never says that a place is safe. */
export interface SpotSign {
  /** It is heat, which is walked to again until it is gone. */
  isHeat: boolean
  because: string
}

const QUIET: SpotSign = {
  isHeat: false,
  because:
    'No sign of fire at this point. Bright metal reads colder than it is, and nothing is told of what lies behind.',
}

/** Whether it is a reading that a thermal camera gives. @param kelvin K */
export const isSpot = (kelvin: number): boolean =>
  kelvin >= SPOT_SPAN.least && kelvin <= SPOT_SPAN.most

/**
 * What a thermal camera reads at one point of a place.
 * @param kelvin now, and on the round before, K; null: not read then. @param isWork the work itself, which may be hot
 * @returns null where it is no reading that such a camera gives: not known
 */
export function spotSign(kelvin: number, before: number | null, isWork: boolean): SpotSign | null {
  if (!isSpot(kelvin)) return null
  if (before !== null && kelvin - before >= ALIKE)
    return {
      isHeat: true,
      because: 'Warmer than on the round before: it may burn where nobody sees it.',
    }
  if (isWork)
    return kelvin > CHARS_ABOVE
      ? { isHeat: true, because: 'Hot enough to char what touches it.' }
      : QUIET
  return kelvin > BURNS_ABOVE
    ? { isHeat: true, because: 'Hotter than a place beside the work should be.' }
    : QUIET
}

/** What was noticed at a place, with heat where its spot reading says so. @param before what was read there on the round before, K */
export function tracesAt(
  { id, traces, spot }: { id: string; traces: readonly Trace[]; spot?: { kelvin: number } },
  before: number | null,
): Trace[] {
  const sign = spot ? spotSign(spot.kelvin, before, id === WORK_PLACE) : null
  return sign?.isHeat && !traces.includes('heat') ? [...traces, 'heat'] : [...traces]
}

/** What was read last at each place, K. @param rounds what each looked at, in their order */
export const spotsRead = (
  rounds: readonly (readonly { id: string; spot?: { kelvin: number } }[])[],
): Map<string, number> =>
  new Map(rounds.flat().flatMap(({ id, spot }) => (spot ? [[id, spot.kelvin] as const] : [])))
