import type { AirCase } from './case'
import { EIGHT_HOURS, linearise, type Linear } from './linear'
import type { Draws } from '../draws/draws'
import { Windows } from './windows'
import { exchange } from './zones'

/** Draws counted at a time; no power of two, so that rows of a block do not fall on the same lines of the cache. */
export const BLOCK = 509
/** Inputs that are drawn before those of each source and each substance. */
const COMMON = 3
const PER_SOURCE = 3

/** How many numbers one draw takes. */
export const inputCount = (air: AirCase): number =>
  COMMON + PER_SOURCE * air.sources.length + linearise(air).emitted.length

/** Fill one set of inputs: flow, mixing, air speed; emission, arc share, capture of each source; content of each substance. */
export function drawInputs(air: AirCase, draws: Draws, inputs: Float64Array): void {
  const { spread } = air
  inputs[0] = draws.triangular(spread.flow.low, 1, spread.flow.high)
  inputs[1] = draws.triangular(spread.mixing.low, 1, spread.mixing.high)
  inputs[2] = draws.triangular(spread.airSpeed.low, 1, spread.airSpeed.high)
  const emission = Math.log(spread.emission)
  let at = COMMON
  for (const source of air.sources) {
    inputs[at++] = Math.exp(emission * draws.normal())
    inputs[at++] = draws.triangular(spread.arcShare.low, 1, spread.arcShare.high)
    inputs[at++] = source.capture.low + (source.capture.high - source.capture.low) * draws.uniform()
  }
  const content = Math.log(spread.content)
  for (; at < inputs.length; at++) inputs[at] = Math.exp(content * draws.normal())
}

/** The 8 h average and the worst moment as a function of one set of inputs; flat arrays, a row of `BLOCK` results a substance. */
export class Evaluation {
  readonly linear: Linear
  readonly inputs: Float64Array
  readonly twa: Float64Array
  readonly stel: Float64Array
  readonly ceiling: Float64Array
  readonly #background: Float64Array
  /** mg/s, the substances of a source side by side. */
  readonly #rate: Float64Array
  readonly #seconds: Float64Array
  /** Seconds over volume: how much a unit of flow turns over. */
  readonly #turn: Float64Array
  readonly #flow: Float64Array
  readonly #active: Float64Array
  readonly #welders: Float64Array
  readonly #mine: Float64Array
  readonly #arcShare: Float64Array
  /** s that a source burns in the shift. */
  readonly #burning: Float64Array
  readonly #volume: number
  readonly #mixing: number
  readonly #exchange: number
  readonly #shift: number
  readonly #perTwa: Float64Array
  readonly #perPeak: Float64Array
  readonly #windows: Windows
  /** Breathed of a source up to each end of a window, s/m3: times mg/s it is mg s/m3. */
  readonly #breathed: Float64Array
  /** The same of all sources together, mg s/m3. */
  readonly #upTo: Float64Array

  constructor(air: AirCase) {
    this.linear = linearise(air)
    const { spans, emitted, sources } = this.linear
    this.inputs = new Float64Array(COMMON + PER_SOURCE * sources.length + emitted.length)
    this.twa = new Float64Array(BLOCK * emitted.length)
    this.stel = new Float64Array(BLOCK * emitted.length)
    this.ceiling = new Float64Array(BLOCK * emitted.length)
    this.#background = Float64Array.from(emitted, (entry) => air.background[entry.substance] ?? 0)
    this.#rate = Float64Array.from(
      sources.flatMap((_, j) => emitted.map((entry) => entry.rate[j]!)),
    )
    this.#volume = air.volume - (air.near ? (2 / 3) * Math.PI * air.near.radius ** 3 : 0)
    this.#seconds = Float64Array.from(spans, (span) => span.seconds)
    this.#turn = Float64Array.from(spans, (span) => -span.seconds / this.#volume)
    this.#flow = Float64Array.from(spans, (span) => span.flow)
    this.#active = Float64Array.from(
      sources.flatMap((_, j) => spans.map((span) => (span.active[j] ? 1 : 0))),
    )
    this.#welders = Float64Array.from(sources, (source) => source.welders)
    this.#mine = Float64Array.from(sources, (source) => (source.mine ? 1 : 0))
    this.#arcShare = Float64Array.from(sources, (source) => source.arcShare)
    this.#burning = Float64Array.from(sources, (_, j) =>
      spans.reduce((sum, span) => sum + (span.active[j] ? span.seconds : 0), 0),
    )
    this.#mixing = air.mixing
    this.#exchange = air.near ? exchange(air.near) : 0
    this.#shift = (air.shiftMinutes * 60) / EIGHT_HOURS
    this.#perTwa = new Float64Array(sources.length)
    this.#perPeak = new Float64Array(2 * spans.length * sources.length)
    this.#windows = new Windows(spans)
    this.#breathed = new Float64Array(this.#windows.into.length * sources.length)
    this.#upTo = new Float64Array(this.#windows.into.length)
  }

  /** Put the answer for the inputs as they stand at this place of each row. */
  evaluate(at: number): void {
    const { inputs } = this
    const [seconds, turn, flow, active, perPeak] = [
      this.#seconds,
      this.#turn,
      this.#flow,
      this.#active,
      this.#perPeak,
    ]
    const J = this.#welders.length
    const P = seconds.length
    const volume = this.#volume
    const freshened = inputs[0]! / Math.min(10, Math.max(1, this.#mixing * inputs[1]!))
    const perExchange = this.#exchange > 0 ? 1 / (this.#exchange * inputs[2]!) : 0
    let peak = 0
    for (let j = 0; j < J; j++) {
      const first = COMMON + PER_SOURCE * j
      const kept = inputs[first]! * (1 - inputs[first + 2]!)
      const share = Math.min(1, this.#arcShare[j]! * inputs[first + 1]!)
      const welders = this.#welders[j]!
      const own = this.#mine[j]! * perExchange
      // The worst moment: the room as it stands, the own arc burning; without a near field every arc burning all the time.
      const room = kept * welders * (perExchange > 0 ? share : 1)
      let state = 0
      let sum = 0
      for (let p = 0; p < P; p++) {
        const burns = active[j * P + p]!
        // Nothing there yet and nothing given off.
        if (state === 0 && burns === 0) {
          perPeak[2 * p * J + j] = 0
          perPeak[(2 * p + 1) * J + j] = 0
          continue
        }
        const out = flow[p]! * freshened
        const perOut = 1 / out
        const end = burns * perOut
        // Not by a difference of near equals: with little air change nothing would be left.
        const then = state + (state - end) * Math.expm1(out * turn[p]!)
        sum += end * seconds[p]! + (state - then) * volume * perOut
        // At the beginning and at the end of the stretch; in between it runs one way.
        const near = kept * own * burns
        const highest = room * (state > then ? state : then) + near
        if (highest > peak) peak = highest
        perPeak[2 * p * J + j] = room * state + near
        perPeak[(2 * p + 1) * J + j] = room * then + near
        state = then
      }
      this.#perTwa[j] = (kept * share * (sum * welders + own * this.#burning[j]!)) / EIGHT_HOURS
    }
    if (J === 1) this.#one(at, peak)
    else this.#many(at, 2 * P)
  }

  /** Put the highest 15 minutes for the inputs as they stand at this place of each row. */
  evaluateStel(at: number): void {
    const { inputs, stel } = this
    const [rate, breathed, background] = [this.#rate, this.#breathed, this.#background]
    const J = this.#welders.length
    const S = background.length
    const times = this.#windows.into.length
    for (let j = 0; j < J; j++) this.#breathe(j)
    let highest = J === 1 ? this.#windows.highestMean(breathed) : 0
    for (let s = 0; s < S; s++) {
      if (J > 1) {
        const upTo = this.#upTo.fill(0)
        for (let j = 0; j < J; j++)
          for (let k = 0; k < times; k++) upTo[k]! += rate[j * S + s]! * breathed[j * times + k]!
        highest = this.#windows.highestMean(upTo)
      }
      const given = inputs[COMMON + PER_SOURCE * J + s]! * (J === 1 ? rate[s]! : 1)
      stel[s * BLOCK + at] = background[s]! + given * highest
    }
  }

  /** What a person has breathed of one source up to each end of a window, stretch by stretch. */
  #breathe(j: number): void {
    const { inputs } = this
    const { stretch, into } = this.#windows
    const [breathed, volume, times] = [this.#breathed, this.#volume, into.length]
    const first = COMMON + PER_SOURCE * j
    const kept = inputs[first]! * (1 - inputs[first + 2]!)
    const given = kept * Math.min(1, this.#arcShare[j]! * inputs[first + 1]!)
    const freshened = inputs[0]! / Math.min(10, Math.max(1, this.#mixing * inputs[1]!))
    const own = this.#exchange > 0 ? this.#mine[j]! / (this.#exchange * inputs[2]!) : 0
    const welders = this.#welders[j]!
    let state = 0
    let before = 0
    let k = 0
    for (let p = 0; p < this.#seconds.length; p++) {
      const burns = this.#active[j * this.#seconds.length + p]!
      const seconds = this.#seconds[p]!
      const out = (this.#flow[p]! * freshened) / volume
      const end = burns / (out * volume)
      const off = (state - end) / out
      const steady = given * (welders * end + own * burns)
      const settling = given * welders * off
      for (; k < times && stretch[k] === p; k++)
        breathed[j * times + k] =
          before + steady * into[k]! - settling * Math.expm1(-out * into[k]!)
      const turned = -Math.expm1(-out * seconds)
      before += steady * seconds + settling * turned
      state += (end - state) * turned
    }
  }

  /** One source: its worst moment is the worst for every substance. */
  #one(at: number, peak: number): void {
    const { inputs, twa, ceiling } = this
    const [rate, background] = [this.#rate, this.#background]
    const [shift, average, S] = [this.#shift, this.#perTwa[0]!, background.length]
    for (let s = 0, row = at; s < S; s++, row += BLOCK) {
      const given = inputs[COMMON + PER_SOURCE + s]! * rate[s]!
      twa[row] = background[s]! * shift + given * average
      ceiling[row] = background[s]! + given * peak
    }
  }

  /** Several sources: each substance may be at its worst at another moment. */
  #many(at: number, moments: number): void {
    const { inputs, twa, ceiling } = this
    const [rate, perTwa, perPeak, background] = [
      this.#rate,
      this.#perTwa,
      this.#perPeak,
      this.#background,
    ]
    const J = perTwa.length
    const S = background.length
    for (let s = 0; s < S; s++) {
      let sum = 0
      for (let j = 0; j < J; j++) sum += rate[j * S + s]! * perTwa[j]!
      let peak = 0
      for (let m = 0; m < moments; m++) {
        let here = 0
        for (let j = 0; j < J; j++) here += rate[j * S + s]! * perPeak[m * J + j]!
        if (here > peak) peak = here
      }
      const content = inputs[COMMON + PER_SOURCE * J + s]!
      twa[s * BLOCK + at] = background[s]! * this.#shift + content * sum
      ceiling[s * BLOCK + at] = background[s]! + content * peak
    }
  }
}
