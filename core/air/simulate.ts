import type { Particulate } from '../exposure/terms'
import { AIR_MODEL, type AirCase } from './case'
import { BLOCK, drawInputs, Evaluation } from './evaluation'
import { Histogram } from './histogram'
import { drawsOf, triangularAt, type Draws } from '../draws/draws'

export interface Quantiles {
  p5: number
  p50: number
  p95: number
  mean: number
}
/** mg/m3; `over` gives the chance, 0 to 1, that the 8 h average, the highest 15 minutes or the worst moment is over a figure. */
export interface Drawn {
  substance: Particulate
  twa: Quantiles
  stel: Quantiles
  ceiling: Quantiles
  over: (kind: 'twa' | 'stel' | 'ceiling', figure: number) => number
}
export interface Simulated {
  model: string
  seed: number
  draws: number
  substances: Drawn[]
}
export interface Swing {
  input: string
  low: number
  high: number
}

const MOST_DRAWS = 5_000_000
/** The highest 15 minutes: of each of so many draws, then of one in some. */
const EACH = 20_000
const SOME = 64

/**
 * Monte Carlo over one case: emission, content, arc share, capture, flow, mixing and air speed, each drawn independently as `case.spread` says.
 * Draw it in portions with `step`, so that it can be shown growing and be stopped; memory does not grow with the draws (three fixed histograms a substance, 210 kB).
 * The near field is taken as settled at once (it does within seconds). The highest 15 minutes are worked out for each of the first
 * draws and for some of those after, for they cost the most.
 * @throws RangeError for an impossible case; ask `faultsOfCase` first
 */
export class Simulation {
  readonly #model: Evaluation
  readonly #draws: Draws
  readonly #twa: Histogram[]
  readonly #stel: Histogram[]
  readonly #ceiling: Histogram[]
  #done = 0

  constructor(
    readonly air: AirCase,
    readonly seed: number,
    /** Of so many draws the highest 15 minutes are each worked out, of one in 64 after. */
    private readonly each = EACH,
  ) {
    if (!Number.isInteger(seed)) throw new RangeError('The seed is a whole number.')
    this.#model = new Evaluation(air)
    this.#draws = drawsOf(seed)
    this.#twa = this.#model.linear.emitted.map(() => new Histogram())
    this.#stel = this.#model.linear.emitted.map(() => new Histogram())
    this.#ceiling = this.#model.linear.emitted.map(() => new Histogram())
  }

  get done(): number {
    return this.#done
  }

  /** @throws RangeError past five million draws */
  step(draws: number): void {
    if (this.#done + draws > MOST_DRAWS) throw new RangeError('At most five million draws.')
    for (let left = draws; left > 0; left -= BLOCK) this.#block(Math.min(BLOCK, left))
  }

  /** One histogram after the other, so that it stays in the processor's cache while a block is counted. */
  #block(draws: number): void {
    const model = this.#model
    let windows = 0
    for (let i = 0; i < draws; i++, this.#done++) {
      drawInputs(this.air, this.#draws, model.inputs)
      model.evaluate(i)
      if (this.#done < this.each || this.#done % SOME === 0) model.evaluateStel(windows++)
    }
    this.#stel.forEach((histogram, s) => histogram.addAll(model.stel, s * BLOCK, windows))
    this.#twa.forEach((histogram, s) => histogram.addAll(model.twa, s * BLOCK, draws))
    this.#ceiling.forEach((histogram, s) => histogram.addAll(model.ceiling, s * BLOCK, draws))
  }

  result(): Simulated {
    return {
      model: AIR_MODEL,
      seed: this.seed,
      draws: this.#done,
      substances: this.#model.linear.emitted.map(({ substance }, s) => {
        const of = { twa: this.#twa[s]!, stel: this.#stel[s]!, ceiling: this.#ceiling[s]! }
        return {
          substance,
          twa: quantiles(of.twa),
          stel: quantiles(of.stel),
          ceiling: quantiles(of.ceiling),
          over: (kind, figure) => of[kind].over(figure),
        }
      }),
    }
  }
}

const quantiles = (histogram: Histogram): Quantiles => ({
  p5: histogram.quantile(0.05),
  p50: histogram.quantile(0.5),
  p95: histogram.quantile(0.95),
  mean: histogram.sum / histogram.count,
})

const Z95 = 1.6448536269514722

/**
 * What matters most: the 8 h average of a substance with one input at its 5 % and its 95 % end, all others in the middle, widest first.
 * @returns empty when the substance is not in the case
 */
export function tornado(air: AirCase, substance: Particulate): Swing[] {
  const model = new Evaluation(air)
  const s = model.linear.emitted.findIndex((entry) => entry.substance === substance)
  if (s < 0) return []
  const { spread } = air
  const ends = (range: { low: number; high: number }): [number, number, number] => [
    triangularAt(0.05, range.low, 1, range.high),
    triangularAt(0.5, range.low, 1, range.high),
    triangularAt(0.95, range.low, 1, range.high),
  ]
  const lognormal = (gsd: number): [number, number, number] => [gsd ** -Z95, 1, gsd ** Z95]
  const inputs: { name: string; ends: [number, number, number] }[] = [
    { name: 'Air flow', ends: ends(spread.flow) },
    { name: 'Mixing', ends: ends(spread.mixing) },
    { name: 'Air speed at the arc', ends: ends(spread.airSpeed) },
    ...air.sources.flatMap((source) => [
      { name: `Fume given off, ${source.name}`, ends: lognormal(spread.emission) },
      { name: `Arc share, ${source.name}`, ends: ends(spread.arcShare) },
      {
        name: `Taken by the hood, ${source.name}`,
        ends: [0.05, 0.5, 0.95].map(
          (share) => source.capture.low + (source.capture.high - source.capture.low) * share,
        ) as [number, number, number],
      },
    ]),
    ...model.linear.emitted.map((_, i) => ({
      name: i === s ? 'Share of it in the fume' : '',
      ends: lognormal(spread.content),
    })),
  ]
  const at = (changed: number, end: 0 | 1 | 2): number => {
    inputs.forEach((input, i) => {
      model.inputs[i] = input.ends[i === changed ? end : 1]
    })
    model.evaluate(0)
    return model.twa[s * BLOCK]!
  }
  return inputs
    .flatMap((input, i) =>
      input.name
        ? [
            {
              input: input.name,
              low: Math.min(at(i, 0), at(i, 2)),
              high: Math.max(at(i, 0), at(i, 2)),
            },
          ]
        : [],
    )
    .filter((swing) => swing.high > swing.low * (1 + 1e-9))
    .sort((a, b) => b.high - b.low - (a.high - a.low))
}
