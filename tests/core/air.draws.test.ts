import { describe, expect, it } from 'vitest'
import { compareControls } from '#core/air/controls'
import { faultsOfCase, type AirCase, type FumeSource } from '#core/air/case'
import { Histogram } from '#core/air/histogram'
import { linearise } from '#core/air/linear'
import { whatIsNeeded } from '#core/air/inverse'
import { judgeAir } from '#core/air/judge'
import { drawsOf, triangularAt } from '#core/draws/draws'
import { reckon } from '#core/air/reckon'
import { drawInputs, inputCount } from '#core/air/evaluation'
import { Simulation, tornado } from '#core/air/simulate'
import { Windows } from '#core/air/windows'
import { asSubstance } from '#core/exposure/limits.table'
import { LIMIT_SETS } from '#core/exposure/terms'
import { caseWith, CERTAIN, SOURCE } from './air.fixture'

const drawn = (air: ReturnType<typeof caseWith>, draws = 200_000, seed = 7) => {
  const simulation = new Simulation(air, seed)
  simulation.step(draws)
  return simulation.result()
}

const fume = (result: ReturnType<typeof drawn>) =>
  result.substances.find((entry) => entry.substance === 'fume')!

describe('Monte Carlo', () => {
  it('agrees with the analytic product of lognormals: ln C has variance ln2(GSD1) + ln2(GSD2)', () => {
    // Only emission and content are spread, so the 8 h average is a constant times two lognormals.
    const air = caseWith({ spread: { ...CERTAIN, emission: 1.8, content: 1.5 } })
    const result = fume(drawn(air, 1_000_000))
    const median = reckon(air).breathed.find((entry) => entry.substance === 'fume')!.twa
    const sigma = Math.hypot(Math.log(1.8), Math.log(1.5))
    expect(result.twa.p50 / median).toBeCloseTo(1, 2)
    expect(result.twa.p95 / (median * Math.exp(1.6448536 * sigma))).toBeCloseTo(1, 2)
    expect(result.twa.p5 / (median * Math.exp(-1.6448536 * sigma))).toBeCloseTo(1, 2)
    expect(result.twa.mean / (median * Math.exp(sigma ** 2 / 2))).toBeCloseTo(1, 2)
    // Chance over a figure one deviation up: 15.87 %, normal table.
    expect(result.over('twa', median * Math.exp(sigma))).toBeCloseTo(0.1587, 2)
  })
  it('with nothing spread it is the planning value, near field settled at once', () => {
    for (const near of [null, { radius: 0.5, airSpeed: 0.1 }]) {
      const air = caseWith({
        near,
        spread: CERTAIN,
        changes: [{ at: 60, flow: 0.3 }],
        sources: [SOURCE, { ...SOURCE, name: 'Other', mine: false, welders: 3, from: 90, to: 300 }],
      })
      const result = fume(drawn(air, 1000))
      const planned = reckon(air).breathed.find((entry) => entry.substance === 'fume')!
      expect(result.twa.p50 / planned.twa).toBeCloseTo(1, 2)
      expect(result.ceiling.p50 / planned.ceiling).toBeCloseTo(1, 1)
    }
  })
  it('the same seed gives the same figures in whatever portions; another seed others', () => {
    const once = fume(drawn(caseWith({}), 5000, 11)).twa
    const portions = new Simulation(caseWith({}), 11)
    for (const part of [1, 511, 513, 3975]) portions.step(part)
    const { mean, ...quantiles } = fume(portions.result()).twa
    expect(once).toMatchObject(quantiles)
    expect(mean).toBeCloseTo(once.mean, 9)
    expect(fume(drawn(caseWith({}), 5000, 12)).twa).not.toEqual(once)
  })
  it('refuses a seed that is no whole number and more than five million draws', () => {
    expect(() => new Simulation(caseWith({}), 1.5)).toThrow(RangeError)
    expect(() => new Simulation(caseWith({}), 1).step(5_000_001)).toThrow(RangeError)
  })
  it('memory does not grow with the draws: fixed arrays a substance', () =>
    expect(new Histogram().counts.byteLength).toBe(17_408 * 4))
})

describe('the highest 15 minutes are drawn, not taken as a fixed part of the average', () => {
  /** The case as one draw has it, emission and content left out: results are linear in them. */
  function asDrawn(air: AirCase, inputs: Float64Array): AirCase {
    const { near } = air
    return {
      ...air,
      flow: air.flow * inputs[0]!,
      changes: air.changes.map((change) => ({ ...change, flow: change.flow * inputs[0]! })),
      mixing: Math.min(10, Math.max(1, air.mixing * inputs[1]!)),
      near: near && { ...near, airSpeed: near.airSpeed * inputs[2]! },
      sources: air.sources.map((source, j) => ({
        ...source,
        arcShare: Math.min(1, source.arcShare * inputs[3 + 3 * j + 1]!),
        capture: { low: inputs[3 + 3 * j + 2]!, high: 1 },
      })),
    }
  }
  /** Each draw solved by itself, in closed form with the near field as it settles. */
  function oneByOne(air: AirCase, draws: number, seed: number): number[] {
    const random = drawsOf(seed)
    const inputs = new Float64Array(inputCount(air))
    const fumeAt = linearise(air).emitted.findIndex((entry) => entry.substance === 'fume')
    return Array.from({ length: draws }, () => {
      drawInputs(air, random, inputs)
      const scale = inputs[3]! * inputs[3 + 3 * air.sources.length + fumeAt]!
      return reckon(asDrawn(air, inputs), 'fume').breathed[0]!.stel * scale
    }).sort((a, b) => a - b)
  }
  const CASES: [string, AirCase, number][] = [
    ['one arc for three hours', caseWith({}), 1.01],
    ['a task of five minutes', caseWith({}, { to: 5, arcShare: 1 }), 1.03],
    ['a small slow room', caseWith({ volume: 60, flow: 0.03 }), 1.01],
    ['no near field', caseWith({ near: null }), 1.01],
    ['a flow that fails', caseWith({ changes: [{ at: 100, flow: 0.1 }] }), 1.01],
    ['a shift under 15 minutes', caseWith({ shiftMinutes: 12 }, { to: 10 }), 1.03],
    ['background', caseWith({ background: { fume: 0 } }), 1.01],
  ]
  it.each(CASES)('%s: as each draw solved by itself', (_, air, within) => {
    const draws = 400
    const exact = oneByOne(air, draws, 5)
    const simulated = fume(drawn(air, draws, 5)).stel
    for (const [share, value] of [
      [0.05, simulated.p5],
      [0.5, simulated.p50],
      [0.95, simulated.p95],
    ] as const) {
      const ratio = value / exact[Math.ceil(share * draws) - 1]!
      expect(ratio, `${share}`).toBeLessThan(within * 1.005)
      // Settled at once it is never the milder figure; half a bin of the histogram aside.
      expect(ratio, `${share}`).toBeGreaterThan(0.995)
    }
  })
  it('two sources at different times do not add up; at the same time they do', () => {
    const certain = { spread: CERTAIN, near: null, volume: 50, flow: 1 } as const
    const other = { ...SOURCE, name: 'Other', mine: false }
    const stel = (from: number, to: number): number =>
      fume(drawn(caseWith({ ...certain, sources: [SOURCE, { ...other, from, to }] }), 10)).stel.p50
    const alone = fume(drawn(caseWith(certain), 10)).stel.p50
    expect(stel(300, 480) / alone).toBeCloseTo(1, 2)
    expect(stel(0, 180) / alone).toBeCloseTo(2, 2)
  })
  it('what comes in with the air is in it, whatever the length of the shift', () => {
    const quiet = caseWith(
      { background: { fume: 2 }, spread: CERTAIN, shiftMinutes: 240 },
      { arcShare: 1e-9 },
    )
    expect(fume(drawn(quiet, 10)).stel.p50).toBeCloseTo(2, 2)
    expect(fume(drawn(quiet, 10)).twa.p50).toBeCloseTo(1, 2)
  })
  it('the chance over a figure is that of the drawn 15 minutes', () => {
    const result = fume(drawn(caseWith({}), 20_000))
    expect(result.over('stel', result.stel.p95)).toBeCloseTo(0.05, 3)
    expect(result.over('stel', result.stel.p50)).toBeCloseTo(0.5, 2)
    expect(result.over('ceiling', result.ceiling.p95)).toBeCloseTo(0.05, 3)
  })
  it('after the first 20,000 draws one in 16 is enough: the figures stay', () => {
    const first = fume(drawn(caseWith({}), 20_000)).stel
    const more = fume(drawn(caseWith({}), 200_000)).stel
    expect(more.p95 / first.p95).toBeCloseTo(1, 1)
    expect(more.p95).not.toBe(first.p95)
  })
})

describe('windows of 15 minutes', () => {
  it('begin or end at each switch, with seven between where a switch lies within', () => {
    const windows = new Windows([
      { from: 0, seconds: 3600 },
      { from: 3600, seconds: 3600 },
    ])
    const time = (k: number) => windows.into[k]! + windows.stretch[k]! * 3600
    const starts = [...windows.first].map(time)
    expect(starts).toEqual([
      0,
      ...Array.from({ length: 8 }, (_, n) => 2700 + n * 112.5),
      3600,
      6300,
    ])
    expect([...windows.last].map(time)).toEqual(starts.map((t) => t + 900))
    expect(windows.seconds).toBe(900)
  })
  it('a shift of less is one window', () => {
    const windows = new Windows([{ from: 0, seconds: 300 }])
    expect([windows.seconds, [...windows.first], [...windows.last]]).toEqual([300, [0], [1]])
  })
})

describe('fixed-array quantiles', () => {
  it('are within 0.4 % of the sorted ones', () => {
    const draws = drawsOf(3)
    const values = Float64Array.from({ length: 50_000 }, () => Math.exp(2 * draws.normal()))
    const histogram = new Histogram()
    histogram.addAll(values, 0, values.length)
    const sorted = [...values].sort((a, b) => a - b)
    for (const share of [0.01, 0.05, 0.5, 0.95, 0.99])
      expect(
        Math.abs(histogram.quantile(share) / sorted[Math.round(share * 50_000) - 1]! - 1),
      ).toBeLessThan(0.004)
    expect(histogram.over(sorted[40_000]!)).toBeCloseTo(0.2, 3)
    expect(() => new Histogram().quantile(0.5)).toThrow(RangeError)
  })
  it("a triangle's median and ends", () => {
    expect(triangularAt(0, 1, 2, 5)).toBe(1)
    expect(triangularAt(1, 1, 2, 5)).toBe(5)
    // F(x) = 1 - (5 - x)^2 / 12 right of the mode; half at 5 - sqrt 6
    expect(triangularAt(0.5, 1, 2, 5)).toBeCloseTo(5 - Math.sqrt(6), 12)
  })
})

describe('what matters, what is needed, what helps', () => {
  it('the tornado puts the widest first and leaves out what does not move it', () => {
    const swings = tornado(
      caseWith({ spread: { ...CERTAIN, emission: 3, flow: { low: 0.9, high: 1.1 } } }),
      'fume',
    )
    expect(swings.map((swing) => swing.input)).toEqual(['Fume given off, Own arc', 'Air flow'])
    expect(swings[0]!.high / swings[0]!.low).toBeCloseTo(3 ** (2 * 1.6448536), 4)
    expect(tornado(caseWith({}), 'beryllium')).toEqual([])
  })
  it('each inverse put back gives the limit', () => {
    const air = caseWith({ flow: 0.8, near: { radius: 1, airSpeed: 0.3 } }, { to: 480 })
    const needed = whatIsNeeded(air, ['osha']).find((entry) => entry.substance === 'fume')!
    const limit = asSubstance(needed.governs.limit)
    const twa = (changed: typeof air): number => reckon(changed, 'fume').breathed[0]!.twa
    expect(twa(air)).toBeGreaterThan(limit)
    const value = (inverse: typeof needed.flow): number => {
      if ('because' in inverse) throw new Error(inverse.because)
      return inverse.value
    }
    expect(twa({ ...air, flow: value(needed.flow) })).toBeCloseTo(limit, 4)
    expect(twa({ ...air, near: { ...air.near!, radius: value(needed.head) } })).toBeCloseTo(
      limit,
      4,
    )
    expect(
      twa(
        caseWith(
          { flow: 0.8, near: air.near },
          { to: 480, capture: { low: value(needed.capture), high: 1 } },
        ),
      ),
    ).toBeCloseTo(limit, 4)
    expect(
      twa(
        caseWith(
          { flow: 0.8, near: air.near },
          { to: 480, arcShare: value(needed.arcMinutes) / 480 },
        ),
      ),
    ).toBeCloseTo(limit, 4)
  })
  it('says why where nothing helps: a ceiling is not met by less time, a near field not by flow', () => {
    const air = caseWith(
      { near: { radius: 0.2, airSpeed: 0.05 } },
      { consumable: 'SMAW 14Mn-4Cr', to: 480 },
    )
    const manganese = whatIsNeeded(air, ['osha']).find((entry) => entry.substance === 'manganese')!
    expect(manganese.arcMinutes).toMatchObject({ because: expect.stringMatching(/ceiling/) })
    expect(manganese.flow).toMatchObject({ because: expect.stringMatching(/near field alone/) })
  })
  it('controls stand in the order of the hierarchy, the respirator last, and none makes it worse', () => {
    const controls = compareControls(caseWith({ flow: 0.1 }, { to: 480 }), 'fume', ['osha'], 5)
    expect(controls[0]!.id).toBe('asIs')
    expect(controls.at(-1)!.id).toBe('respirator')
    for (const control of controls)
      expect(control.chance).toBeLessThanOrEqual(controls[0]!.chance + 1e-12)
    expect(controls.find((control) => control.id === 'arm')!.upperShare).toBeLessThan(
      controls[0]!.upperShare / 3,
    )
    expect(controls.find((control) => control.id === 'gun')!.because).toMatch(/wire processes/)
    expect(controls.find((control) => control.id === 'process')!.name).toMatch(/GMAW E70S/)
    expect(
      compareControls(
        caseWith({}, { capture: { low: 0.8, high: 0.95 } }),
        'fume',
        ['osha'],
        5,
      ).find((control) => control.id === 'arm')!.because,
    ).toMatch(/already/)
    expect(compareControls(caseWith({}), 'fume', ['eu'], 5)).toEqual([])
  })
})

describe('judging a case', () => {
  const judge = (
    air: ReturnType<typeof caseWith>,
    adopted: Parameters<typeof judgeAir>[1] = ['osha'],
    draws = 0,
  ) => judgeAir(air, adopted, draws ? drawn(air, draws) : null, 'none')
  it('the strictest adopted set decides, the others are shown', () => {
    const answer = judge(caseWith({}), ['osha', 'acgih']).substances.find(
      (entry) => entry.substance === 'manganese',
    )!
    expect(answer.governs!.limit).toMatchObject({ set: 'acgih', limit: 0.02 })
    expect(answer.compared.map((entry) => entry.limit.set)).toEqual(
      expect.arrayContaining(['osha', 'niosh', 'uk', 'eu']),
    )
  })
  it('the 95th percentile decides once drawn: worse than the planning value, never the word safe', () => {
    const air = caseWith({ flow: 0.5 }, { to: 420 })
    const planned = judge(air).substances.find((entry) => entry.substance === 'fume')!
    const answer = judge(air, ['osha'], 20_000)
    const upper = answer.substances.find((entry) => entry.substance === 'fume')!
    expect(upper.upperShare!).toBeGreaterThan(planned.governs!.share)
    expect(upper.chances).toHaveLength(upper.compared.length)
    for (const finding of answer.findings) expect(finding.sentence).not.toMatch(/\bsafe\b/i)
  })
  it('unknown stays unknown: no factor, grinding that nobody measured, a bound over the limit, no adopted limit', () => {
    const level = (
      air: ReturnType<typeof caseWith>,
      code: string,
      adopted: Parameters<typeof judgeAir>[1] = ['osha'],
    ): string | undefined =>
      judge(air, adopted).findings.find((finding) => finding.code === code)?.level
    expect(level(caseWith({}, { consumable: null }), 'air.fume')).toBe('unknown')
    expect(
      level(
        caseWith({ sources: [SOURCE, { ...SOURCE, name: 'Grinder', kind: 'grind', mine: false }] }),
        'air.fume',
      ),
    ).toBe('unknown')
    expect(level(caseWith({ flow: 0.02 }, { to: 480 }), 'air.fluorides')).toBe('unknown')
    expect(level(caseWith({}), 'air.fume', ['eu'])).toBe('unknown')
    expect(level(caseWith({}, { coating: 'lead' }), 'air.lead')).toBe('unknown')
  })
  it('zinc by mass balance is judged and counts into the fume', () => {
    const zinc = { coating: 137.5, sides: 1 as const, width: 0.02, travel: 0.004, vaporised: 0.5 }
    const coated = reckon(caseWith({}, { coating: 'zinc', zinc })).breathed
    const plain = reckon(caseWith({})).breathed
    const twa = (all: typeof coated, substance: string): number =>
      all.find((entry) => entry.substance === substance)!.twa
    expect(twa(coated, 'fume') - twa(plain, 'fume')).toBeCloseTo(twa(coated, 'zincOxide'), 9)
  })
  it('adds what acts on the same organ: 29 CFR 1910.1000(d)(2)', () => {
    const stainless = caseWith({}, { consumable: 'SMAW E316', baseMetal: 'stainless' })
    const answer = judge(stainless, ['osha'])
    const lung = answer.mixtures.find((entry) => entry.organ === 'lung')!
    expect(lung.index).toBeCloseTo(
      lung.parts.reduce((sum, part) => sum + part.share, 0),
      12,
    )
    expect(lung.parts.map((part) => part.substance)).toEqual(
      expect.arrayContaining(['chromiumVI', 'nickel']),
    )
  })
  it('tells what is wrong with a case by its field', () => {
    const fields = (air: ReturnType<typeof caseWith>): string[] =>
      faultsOfCase(air).map((fault) => fault.field)
    expect(fields(caseWith({}))).toEqual([])
    expect(fields(caseWith({ volume: 0, flow: 0, shiftMinutes: 1500, sources: [] }))).toEqual([
      'volume',
      'flow',
      'shiftMinutes',
      'sources',
      'near.radius',
    ])
    expect(
      fields(
        caseWith(
          { changes: [{ at: 480, flow: 0 }] },
          { to: 500, capture: { low: 0.9, high: 0.2 } },
        ),
      ),
    ).toEqual(['sources.0.to', 'sources.0.capture', 'changes.0.flow', 'changes.0.at'])
  })
})

describe('what acts together', () => {
  const lung = (flow: number, ...sources: Partial<FumeSource>[]) =>
    judgeAir(
      caseWith({ flow, near: null, sources: sources.map((source) => ({ ...SOURCE, ...source })) }),
      [...LIMIT_SETS],
      null,
      'none',
    ).findings.find(({ code }) => code === 'air.mixture.lung')!
  const E410 = { consumable: 'SMAW E410', baseMetal: 'stainless' } as const
  it('is over by what is sure, whatever else is bounded', () => {
    const stainless = lung(1, { consumable: 'SMAW E308', baseMetal: 'stainless' })
    expect(stainless.level).toBe('stop')
    expect(stainless.sentence).not.toContain('at most')
  })
  it('with a part of which only a bound is known it is unknown once the bounds are over, and says "at most"', () => {
    expect(lung(1, E410)).toMatchObject({
      level: 'unknown',
      sentence: expect.stringContaining('together at most'),
    })
    const little = lung(100, { consumable: 'SMAW E6011' })
    expect(little).toMatchObject({ level: 'clear', value: { unit: 'share' } })
    expect(little.sentence).toContain('at most')
  })
  it('a part without a limit in the adopted sets is missed by name', () => {
    // No EU limit for iron oxide; chromium VI 0.005 and nickel 0.01 mg/m3 (recalled).
    const mixture = judgeAir(
      caseWith({ flow: 5000, near: null }, { consumable: 'SMAW E308', baseMetal: 'stainless' }),
      ['eu'],
      null,
      'none',
    ).findings.find(({ code }) => code === 'air.mixture.lung')!
    expect(mixture.level).toBe('unknown')
    expect(mixture.sentence).toContain('without iron oxide: no figure or no limit')
  })
  it('beside a source whose fume nobody can tell, nothing is clear', () => {
    const { findings } = judgeAir(
      caseWith({
        flow: 100,
        near: null,
        sources: [SOURCE, { ...SOURCE, name: 'Beside it', mine: false, consumable: null }],
      }),
      [...LIMIT_SETS],
      null,
      'none',
    )
    expect(findings.length).toBeGreaterThan(2)
    for (const { code, level, sentence } of findings) {
      expect([code, level]).toEqual([code, 'unknown'])
      expect(sentence).toContain('(Beside it)')
    }
  })
})
