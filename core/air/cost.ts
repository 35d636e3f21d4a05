import type { AirCase } from './case'
import { DRAWS, EACH } from './controls'

/** Draws of which the highest 15 minutes are each worked out, which costs most. */
const DEAR_DRAWS = 20_000
/** A draw after those costs about so much less. */
const CHEAPER = 20
/** The case as it is and nine ways to better it are each drawn again. */
const CONTROLS = 10
/** About a quarter of a minute of one core. */
const MOST = 12_000_000

const weighed = (draws: number, dear: number): number =>
  Math.min(draws, dear) + Math.max(0, draws - dear) / CHEAPER

/** Stretches of the shift between two switches, at most. */
function stretchesOf(air: AirCase): number {
  const ends = [
    0,
    air.shiftMinutes,
    ...air.changes.map((change) => change.at),
    ...air.sources.flatMap((source) => [source.from, source.to]),
  ]
  return Math.max(1, new Set(ends).size - 1)
}

/** How many times what one run may cost this one would: at most 1 is drawn. Sources x stretches x draws, weighed. */
export function runCost(air: AirCase, draws: number): number {
  const each = weighed(draws, DEAR_DRAWS) + CONTROLS * weighed(DRAWS, EACH)
  return (air.sources.length * stretchesOf(air) * each) / MOST
}

/** Why a run is not made, or null. */
export function tooCostly(air: AirCase, draws: number): string | null {
  const cost = runCost(air, draws)
  if (cost <= 1) return null
  return (
    `${air.sources.length} sources over ${stretchesOf(air)} stretches of the shift, ${draws.toLocaleString('en-US')} draws: ` +
    `${cost.toFixed(1)} times what one run may take. Put sources together that burn alike, or take fewer changes of flow.`
  )
}
