import { DEFAULT_SPREAD, type AirCase } from '#core/air/case'
import { drawInputs, inputCount } from '#core/air/evaluation'
import { drawsOf } from '#core/draws/draws'
import { Simulation } from '#core/air/simulate'
import { shiftAir, type Stretch } from '#core/air/shift'
import { judgeSamples } from '#core/sampling/judge'

/** Stainless stick on galvanised steel with nickel and chromium: eight substances. */
const CASE: AirCase = {
  volume: 1200,
  flow: 1,
  changes: [{ at: 240, flow: 0.6 }],
  mixing: 2,
  near: { radius: 0.6, airSpeed: 0.15 },
  background: { lead: 0.001 },
  shiftMinutes: 480,
  spread: DEFAULT_SPREAD,
  sources: [
    {
      name: 'Own arc',
      kind: 'weld',
      process: 'SMAW',
      amps: 120,
      consumable: 'SMAW E316',
      own: null,
      consumed: { by: 'default' },
      baseMetal: 'stainless',
      coating: 'zinc',
      zinc: { coating: 137.5, sides: 1, width: 0.02, travel: 0.004, vaporised: 0.5 },
      grinding: null,
      welders: 2,
      arcShare: 0.3,
      from: 15,
      to: 420,
      mine: true,
      capture: { low: 0.2, high: 0.6 },
    },
  ],
}
const middle = (values: number[]): number =>
  values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!
const took = (work: () => void): number => {
  const from = performance.now()
  work()
  return performance.now() - from
}

/** A million draws of eight substances against a bare loop that draws the same variates; in turns, so that both meet the same machine. */
export function monteCarlo(): {
  ratio: number
  simulated: number
  bare: number
  substances: number
  grown: number
} {
  const ROUNDS = 11
  const DRAWS = 100_000
  const inputs = new Float64Array(inputCount(CASE))
  const draws = drawsOf(1)
  let kept = 0
  const bare = (): void => {
    for (let i = 0; i < DRAWS; i++) {
      drawInputs(CASE, draws, inputs)
      kept += inputs[0]!
    }
  }
  const simulation = new Simulation(CASE, 1)
  bare()
  simulation.step(DRAWS)
  globalThis.gc?.()
  const before = process.memoryUsage()
  const rounds = Array.from({ length: ROUNDS }, () => ({
    bare: took(bare),
    simulated: took(() => simulation.step(DRAWS)),
  }))
  globalThis.gc?.()
  const after = process.memoryUsage()
  if (!Number.isFinite(kept)) throw new Error('Nothing was drawn.')
  return {
    ratio: middle(rounds.map((round) => round.simulated / round.bare)),
    simulated: middle(rounds.map((round) => round.simulated)) * 10,
    bare: middle(rounds.map((round) => round.bare)) * 10,
    substances: simulation.result().substances.length,
    grown: (after.heapUsed + after.arrayBuffers - before.heapUsed - before.arrayBuffers) / 1e6,
  }
}

/** A shift of 200 stretches for eight substances, all averages and the highest 15 minutes, ms. */
export function longSchedule(): number {
  const stretches: Stretch[] = Array.from({ length: 200 }, (_, i) => ({
    seconds: 144,
    flow: 0.4 + (i % 7) / 10,
    near: i % 3,
    far: i % 2,
    supply: 0,
  }))
  const once = (): void => {
    for (let s = 0; s < 8; s++)
      shiftAir({ volume: 800, mixing: 2, near: { radius: 0.6, airSpeed: 0.15 } }, stretches, {
        near: 0,
        far: 0,
      }).mean(0, 28_800)
  }
  for (let i = 0; i < 10; i++) once()
  return middle(Array.from({ length: 30 }, () => took(once)))
}

/** Statistics of 100,000 results against a bare pass that takes their logarithms and sorts them. */
export function manySamples(): { ratio: number; ms: number } {
  const draws = drawsOf(2)
  const results = Array.from({ length: 100_000 }, () => ({
    value: Math.exp(draws.normal()) / 10,
    underDetection: false,
  }))
  const bare = (): void => {
    const values = results.map((result) => result.value)
    let sum = 0
    for (const value of values) sum += Math.log(value)
    if (Number.isNaN(sum)) throw new Error('No logarithm.')
    values.sort((a, b) => a - b)
  }
  const whole = (): void => {
    judgeSamples(results, 'fume', ['osha'])
  }
  whole()
  bare()
  const rounds = Array.from({ length: 9 }, () => ({ bare: took(bare), whole: took(whole) }))
  return {
    ratio: middle(rounds.map((round) => round.whole / round.bare)),
    ms: middle(rounds.map((round) => round.whole)),
  }
}
