import type { Particulate } from '../exposure/terms'
import type { AirCase } from './case'
import { EIGHT_HOURS, linearise, type Emitted, type Linear } from './linear'
import { shiftAir, type ShiftAir, type Stretch } from './shift'
import { exchange, type Room } from './zones'

/** What a person breathes, mg/m3. `because`: there is no answer, and the figures are of the known part only. */
export interface Breathed {
  substance: Particulate
  twa: number
  stel: number
  ceiling: number
  bound: boolean
  because: string | null
}

export interface Reckoned {
  breathed: Breathed[]
  /** The shift of one substance, for drawing. */ trace: (
    substance: Particulate,
    points: number,
  ) => { minute: number; near: number; far: number }[]
  linear: Linear
}

const roomOf = (air: AirCase): Room => ({ volume: air.volume, mixing: air.mixing, near: air.near })

/**
 * Planning values of a case: hoods at the low end of their range, everything else at its middle.
 * TWA over 8 h, the highest 15 minutes, and the worst moment while the arc burns. Near field where the case has one.
 * @param only one substance instead of all
 * @throws RangeError for an impossible case; ask `faultsOfCase` first
 * Source: Nicas 1996 solved stretch by stretch; 29 CFR 1910.1000(d)(1) for the average.
 */
export function reckon(air: AirCase, only?: Particulate): Reckoned {
  const whole = linearise(air)
  const linear =
    only === undefined
      ? whole
      : { ...whole, emitted: whole.emitted.filter((entry) => entry.substance === only) }
  const solved = new Map<Particulate, ShiftAir>()
  const solve = (emitted: Emitted): ShiftAir => {
    const known = solved.get(emitted.substance)
    if (known) return known
    const background = air.background[emitted.substance] ?? 0
    const fresh = shiftAir(roomOf(air), stretchesOf(air, linear, emitted, 'averaged'), {
      near: background,
      far: background,
    })
    solved.set(emitted.substance, fresh)
    return fresh
  }
  return {
    breathed: linear.emitted.map((emitted) => {
      const shift = solve(emitted)
      return {
        substance: emitted.substance,
        twa: (shift.mean(0, shift.length).near * shift.length) / EIGHT_HOURS,
        stel: shift.stel.near,
        ceiling: worstMoment(air, linear, emitted, shift),
        bound: emitted.bound,
        because: emitted.because,
      }
    }),
    trace: (substance, points) => {
      const emitted = linear.emitted.find((entry) => entry.substance === substance)
      if (!emitted) return []
      const shift = solve(emitted)
      return Array.from({ length: points }, (_, i) => {
        const t = (shift.length * i) / (points - 1)
        return { minute: t / 60, ...shift.at(t) }
      })
    },
    linear,
  }
}

function stretchesOf(
  air: AirCase,
  linear: Linear,
  emitted: Emitted,
  arcs: 'averaged' | 'burning',
): Stretch[] {
  return linear.spans.map((span) => {
    let near = 0
    let far = 0
    linear.sources.forEach((source, j) => {
      if (!span.active[j]) return
      const one =
        emitted.rate[j]! * (1 - source.capture.low) * (arcs === 'averaged' ? source.arcShare : 1)
      near += source.mine ? one : 0
      far += one * (source.welders - (source.mine ? 1 : 0))
    })
    return {
      seconds: span.seconds,
      flow: span.flow,
      supply: air.background[emitted.substance] ?? 0,
      near,
      far,
    }
  })
}

/** Two zones: the room as it stands, with the own arc burning. Well mixed: every arc burning all the time. */
function worstMoment(air: AirCase, linear: Linear, emitted: Emitted, shift: ShiftAir): number {
  const background = air.background[emitted.substance] ?? 0
  if (!air.near)
    return shiftAir(roomOf(air), stretchesOf(air, linear, emitted, 'burning'), {
      near: background,
      far: background,
    }).peak.far
  const beta = exchange(air.near)
  return Math.max(
    ...linear.spans.map((span) => {
      const own = linear.sources.reduce(
        (sum, source, j) =>
          sum + (span.active[j] && source.mine ? emitted.rate[j]! * (1 - source.capture.low) : 0),
        0,
      )
      return Math.max(shift.at(span.from).far, shift.at(span.from + span.seconds).far) + own / beta
    }),
  )
}
