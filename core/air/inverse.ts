import { compareAll, governing, type Compared } from '../exposure/compare'
import { asSubstance } from '../exposure/limits.table'
import type { LimitSet, Particulate } from '../exposure/terms'
import type { AirCase } from './case'
import { reckon } from './reckon'

/** A figure that would bring the estimate to the limit, or why there is none. */
export type Inverse = { value: number } | { because: string }
export interface Needed {
  substance: Particulate
  governs: Compared
  /** General flow, m3/s. */
  flow: Inverse
  /** Arc minutes of the person in the shift, minutes. */
  arcMinutes: Inverse
  /** Distance of the head from the arc, m. */
  head: Inverse
  /** Share that the hood must take at the arc, 0 to 1. */
  capture: Inverse
}

const MOST_FLOW = 200
const LEAST_FLOW = 1e-4
const FARTHEST_HEAD = 2

/**
 * What would have to change, one thing at a time, for the governing limit of each substance, at planning values. Substances without answer or limit are left out.
 * @throws RangeError for an impossible case
 * Source: the model of the case solved for one input by bisection; each answer put back gives the limit.
 */
export function whatIsNeeded(air: AirCase, adopted: readonly LimitSet[]): Needed[] {
  return reckon(air)
    .breathed.filter((entry) => !entry.because)
    .flatMap((breathed): Needed[] => {
      const governs = governing(compareAll(breathed.substance, breathed, adopted))
      if (!governs) return []
      const { substance } = breathed
      const valueOf = (changed: AirCase): number =>
        reckon(changed, substance).breathed[0]![governs.limit.kind]
      const limit = asSubstance(governs.limit)
      return [
        {
          substance,
          governs,
          flow: flowFor(air, limit, valueOf),
          arcMinutes: minutesFor(air, limit, governs, valueOf),
          head: headFor(air, limit, valueOf),
          capture: captureFor(air, limit, valueOf),
        },
      ]
    })
}

function flowFor(air: AirCase, limit: number, valueOf: (air: AirCase) => number): Inverse {
  const at = (flow: number): AirCase => ({ ...air, flow, changes: [] })
  if (valueOf(at(MOST_FLOW)) > limit)
    return {
      because: air.near
        ? 'the near field alone is over the limit: bring exhaust to the arc or the head away'
        : 'no flow that a fan can give is enough',
    }
  if (valueOf(at(LEAST_FLOW)) <= limit) return { because: 'under the limit with next to no flow' }
  return { value: bisect((x) => valueOf(at(x)) > limit, LEAST_FLOW, MOST_FLOW) }
}

function minutesFor(
  air: AirCase,
  limit: number,
  governs: Compared,
  valueOf: (air: AirCase) => number,
): Inverse {
  if (governs.limit.kind === 'ceiling')
    return { because: 'a ceiling is met by the worst moment; less time does not lower it' }
  const mine = air.sources.filter((source) => source.mine)
  if (mine.length === 0) return { because: "no source is marked as the person's own" }
  const scaled = (factor: number): AirCase => ({
    ...air,
    sources: air.sources.map((source) =>
      source.mine ? { ...source, arcShare: source.arcShare * factor } : source,
    ),
  })
  const minutes = mine.reduce((sum, source) => sum + (source.to - source.from) * source.arcShare, 0)
  if (valueOf(scaled(1e-9)) > limit)
    return { because: 'what the others give off is over the limit by itself' }
  const most = Math.min(...mine.map((source) => 1 / source.arcShare))
  if (valueOf(scaled(most)) <= limit) return { value: minutes * most }
  return { value: minutes * bisect((x) => valueOf(scaled(x)) <= limit, 1e-9, most) }
}

function headFor(air: AirCase, limit: number, valueOf: (air: AirCase) => number): Inverse {
  if (!air.near) return { because: 'a well-mixed room knows no distance; choose the near field' }
  const at = (radius: number): AirCase => ({ ...air, near: { ...air.near!, radius } })
  const farthest = Math.min(FARTHEST_HEAD, 0.95 * (air.volume / ((2 / 3) * Math.PI)) ** (1 / 3))
  if (valueOf(at(farthest)) > limit)
    return { because: 'even at 2 m the room air is over the limit' }
  if (valueOf(at(0.1)) <= limit) return { value: 0.1 }
  return { value: bisect((x) => valueOf(at(x)) > limit, 0.1, farthest) }
}

function captureFor(air: AirCase, limit: number, valueOf: (air: AirCase) => number): Inverse {
  const at = (share: number): AirCase => ({
    ...air,
    sources: air.sources.map((source) =>
      source.mine ? { ...source, capture: { low: share, high: share } } : source,
    ),
  })
  if (valueOf(at(0)) <= limit) return { value: 0 }
  if (valueOf(at(1)) > limit)
    return { because: 'what the other sources give off is over the limit by itself' }
  return { value: bisect((x) => valueOf(at(x)) > limit, 0, 1) }
}

/** The place where a condition that holds at `low` ends, at the safe side. */
function bisect(holds: (x: number) => boolean, low: number, high: number): number {
  // The condition may hold at either end; keep the end at which the limit is met.
  const lowHolds = holds(low)
  let [a, b] = [low, high]
  for (let i = 0; i < 40; i++) {
    const middle = (a + b) / 2
    if (holds(middle) === lowHolds) a = middle
    else b = middle
  }
  return (a + b) / 2
}
