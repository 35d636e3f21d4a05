import { DAY_MINUTES } from '../calendar/day'
import type { Particulate } from '../exposure/terms'
import type { Composition } from '../fume/composition'
import type { Consumed } from '../fume/consumed'
import type { ZincBurn } from '../fume/zinc'
import type { BaseMetal, Coating, Process } from '../job/job'
import { hasAirChange } from './steady'

/** One source of fume in the room. Times in minutes since the start of the shift. */
export interface FumeSource {
  name: string
  kind: 'weld' | 'grind'
  process: Process
  amps: number | null
  consumable: string | null
  /** A consumable of the shop's own, instead of the table. */
  own: Composition | null
  consumed: Consumed
  baseMetal: BaseMetal
  coating: Coating
  zinc: ZincBurn | null
  /** Dust of grinding, g per hour of grinding; null when nobody knows. */
  grinding: number | null
  welders: number
  /** Share of the time from `from` to `to` in which it burns. */
  arcShare: number
  from: number
  to: number
  /** The person assessed stands here, in its near field. */
  mine: boolean
  /** Share taken at the arc by a hood, as a range. */
  capture: { low: number; high: number }
}

/** A change of the room's air flow, from this minute on, m3/s. */
interface FlowChange {
  at: number
  flow: number
}

/** Everything that the reckoning of one shift needs. SI units; minutes since the start of the shift. */
export interface AirCase {
  /** m3. */
  volume: number
  /** m3/s from the start. */
  flow: number
  changes: FlowChange[]
  mixing: number
  /** The near field, or null for a well-mixed room. */
  near: { radius: number; airSpeed: number } | null
  /** In the room and in the air that comes in, mg/m3. */
  background: Partial<Record<Particulate, number>>
  shiftMinutes: number
  sources: FumeSource[]
  spread: Spread
}

/** How wide each guess is. Factors multiply the value of the case; defaults to be edited by the shop. */
export interface Spread {
  /** Geometric standard deviation of the fume that a source gives off. */
  emission: number
  /** Geometric standard deviation of each substance's share of the fume. */
  content: number
  /** Lowest and highest, as factors of the arc share; most likely 1. */
  arcShare: { low: number; high: number }
  /** Lowest and highest, as factors of the air flow; most likely 1. */
  flow: { low: number; high: number }
  /** Lowest and highest, as factors of the mixing factor K; never under 1. */
  mixing: { low: number; high: number }
  /** Lowest and highest, as factors of the random air speed. */
  airSpeed: { low: number; high: number }
}

export const DEFAULT_SPREAD: Spread = {
  emission: 1.8,
  content: 1.3,
  arcShare: { low: 0.7, high: 1.4 },
  flow: { low: 0.7, high: 1.1 },
  mixing: { low: 0.7, high: 1.6 },
  airSpeed: { low: 0.4, high: 2 },
}

/** Bump when the same inputs would give other results. */
export const AIR_MODEL = 'air-2'

const NO_AIR_CHANGE =
  'No measurable air change, so no answer: enter what leaks in and out, at least.'

/** Why a case cannot be reckoned, by field; empty when it can. Ranges of the form are checked where it is read. */
export function faultsOfCase(air: AirCase): { field: string; message: string }[] {
  const faults: { field: string; message: string }[] = []
  if (!(air.volume > 0))
    faults.push({ field: 'volume', message: 'The room volume must be more than zero.' })
  if (!hasAirChange(air.flow, air.volume)) faults.push({ field: 'flow', message: NO_AIR_CHANGE })
  if (!(air.shiftMinutes > 0 && air.shiftMinutes <= DAY_MINUTES))
    faults.push({ field: 'shiftMinutes', message: 'A day has 24 hours.' })
  if (air.sources.length === 0)
    faults.push({ field: 'sources', message: 'Name at least one source.' })
  if (air.near && (2 / 3) * Math.PI * air.near.radius ** 3 >= air.volume)
    faults.push({ field: 'near.radius', message: 'The near field would fill the room.' })
  air.sources.forEach((source, i) => {
    if (!(source.to > source.from))
      faults.push({ field: `sources.${i}.to`, message: 'It ends after it begins.' })
    if (source.to > air.shiftMinutes)
      faults.push({ field: `sources.${i}.to`, message: 'It ends after the shift.' })
    if (source.capture.low > source.capture.high)
      faults.push({
        field: `sources.${i}.capture`,
        message: 'The low end is higher than the high end.',
      })
  })
  air.changes.forEach((change, i) => {
    if (!hasAirChange(change.flow, air.volume))
      faults.push({ field: `changes.${i}.flow`, message: NO_AIR_CHANGE })
    if (!(change.at > 0 && change.at < air.shiftMinutes))
      faults.push({ field: `changes.${i}.at`, message: 'Within the shift.' })
  })
  if (new Set(air.changes.map((change) => change.at)).size < air.changes.length)
    faults.push({ field: 'changes', message: 'Two changes at the same minute.' })
  return faults
}
