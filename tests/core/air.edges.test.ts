import { describe, expect, it, test } from 'vitest'
import { faultsOfCase, type AirCase } from '#core/air/case'
import { afterRelease, judgeRelease, leaked } from '#core/air/closed-space'
import { compareControls } from '#core/air/controls'
import { Histogram } from '#core/air/histogram'
import { whatIsNeeded } from '#core/air/inverse'
import { judgeAir } from '#core/air/judge'
import { linearise } from '#core/air/linear'
import { drawsOf, triangularAt } from '#core/draws/draws'
import { reckon } from '#core/air/reckon'
import { Simulation, tornado } from '#core/air/simulate'
import { ACTS_ON } from '#core/exposure/organ.table'
import { caseWith, CERTAIN, SOURCE } from './air.fixture'

const fieldsOf = (air: AirCase): string[] => faultsOfCase(air).map(({ field }) => field)

describe('a case at the ends of what can be reckoned', () => {
  test.each([
    ['a shift of 24 h', { shiftMinutes: 1440 }, []],
    ['a shift of more', { shiftMinutes: 1441 }, ['shiftMinutes']],
    ['no volume', { volume: 0, near: null }, ['volume']],
    ['a volume that is none', { volume: Number.NaN }, expect.arrayContaining(['volume'])],
    ['no source', { sources: [] }, ['sources']],
    ['no flow', { flow: 0 }, ['flow']],
    ['a change at the start', { changes: [{ at: 0, flow: 1 }] }, ['changes.0.at']],
    ['a change at the end', { changes: [{ at: 480, flow: 1 }] }, ['changes.0.at']],
    ['a change in between', { changes: [{ at: 479, flow: 1 }] }, []],
    ['a change to no flow', { changes: [{ at: 10, flow: 0 }] }, ['changes.0.flow']],
    [
      'two changes at once',
      {
        changes: [
          { at: 10, flow: 1 },
          { at: 10, flow: 2 },
        ],
      },
      ['changes'],
    ],
  ] as [string, Partial<AirCase>, unknown][])('%s', (_, change, fields) =>
    expect(fieldsOf(caseWith(change))).toEqual(fields),
  )
  test.each([
    ['that ends as it begins', { from: 60, to: 60 }, ['sources.0.to']],
    ['that ends with the shift', { from: 60, to: 480 }, []],
    ['that ends after it', { from: 60, to: 481 }, ['sources.0.to']],
    [
      'whose hood has its ends crossed',
      { capture: { low: 0.6, high: 0.5 } },
      ['sources.0.capture'],
    ],
    ['whose hood is one figure', { capture: { low: 0.5, high: 0.5 } }, []],
  ])('a source %s', (_, change, fields) => expect(fieldsOf(caseWith({}, change))).toEqual(fields))
  it('a near field as large as the room is none', () => {
    const near = { radius: 1, airSpeed: 0.1 }
    const half = (2 / 3) * Math.PI
    expect(fieldsOf(caseWith({ near, volume: half }))).toEqual(['near.radius'])
    expect(fieldsOf(caseWith({ near, volume: half * 1.01 }))).toEqual([])
  })
})

describe('a release into a closed space, at its edges', () => {
  const level = (gas: 'inert' | 'oxygen' | 'propane', amount: number) =>
    judgeRelease({ gas, amount, space: 100, mixed: false })
  it('oxygen of 19.5 % is still a caution, under it a stop', () => {
    // 29 CFR 1910.146: 19.5 to 23.5 %. 20.9 (1 - x) = 19.5 at x = 0.066986.
    expect(level('inert', 6.69).level).toBe('caution')
    expect(level('inert', 6.71).level).toBe('stop')
  })
  it('oxygen of 23.5 % is still a caution, over it a stop', () => {
    // 20.9 (1 - x) + 100 x = 23.5 at x = 0.032870.
    expect(level('oxygen', 3.28).level).toBe('caution')
    expect(level('oxygen', 3.3).level).toBe('stop')
    expect(level('oxygen', 3.3).sentence).toContain('burn like a fuse')
  })
  it('says how bad it is', () => {
    expect(level('inert', 20).sentence).toBe(
      'Oxygen falls to 16.7 %: people faint without warning.',
    )
    expect(level('inert', 60).sentence).toBe('Oxygen falls to 8.4 %: a few breaths are deadly.')
    expect(level('propane', 0.3).sentence).toBe(
      '14 % of the lower explosive limit: no flame, no switch, out.',
    )
    expect(level('propane', 2.1).sentence).toBe('Explosive: no flame, no switch, out.')
    expect(level('propane', 0.1).sentence).toBe('Oxygen stays near 20.9 % if all goes as entered.')
  })
  it('inert gas and oxygen have no explosive limit', () => {
    expect(level('inert', 5).sentence).toContain('Oxygen stays near')
    expect(level('oxygen', 1).sentence).toContain('Oxygen stays near')
  })
  it('gas and oxygen shares add up with the nitrogen that is left', () => {
    const air = afterRelease({ gas: 'oxygen', amount: 1, space: 10, mixed: true })
    const left = Math.exp(-0.1)
    expect(air.gas).toBeCloseTo(100 * (1 - left), 12)
    expect(air.oxygen).toBeCloseTo(20.9 * left + 100 * (1 - left), 12)
    expect(afterRelease({ gas: 'inert', amount: 0, space: 10, mixed: false })).toEqual({
      gas: 0,
      oxygen: 20.9,
    })
    expect(leaked(0, 0)).toBe(0)
  })
})

describe('a histogram of few numbers', () => {
  const of = (...values: number[]): Histogram => {
    const histogram = new Histogram()
    histogram.addAll(Float64Array.from(values), 0, values.length)
    return histogram
  }
  it('counts each once and keeps their sum', () => {
    const histogram = of(0.5, 1, 2)
    expect([histogram.count, histogram.sum]).toEqual([3, 3.5])
    expect(histogram.counts.reduce((a, b) => a + b, 0)).toBe(3)
  })
  it('takes a part of an array only', () => {
    const histogram = new Histogram()
    histogram.addAll(Float64Array.from([100, 1, 2, 100]), 1, 2)
    expect([histogram.count, histogram.sum]).toEqual([2, 3])
  })
  it('the share over a number is exact between bins', () => {
    const histogram = of(1, 2, 4, 8)
    expect(histogram.over(16)).toBe(0)
    expect(histogram.over(3)).toBe(0.5)
    expect(histogram.over(0.5)).toBe(1)
    expect(histogram.over(2 ** -60)).toBe(1)
    expect(histogram.over(2 ** 60)).toBe(0)
  })
  it('numbers beyond its ends fall into the outermost bins', () => {
    const histogram = of(2 ** -60, 2 ** 60)
    expect(histogram.counts[0]).toBe(1)
    expect(histogram.counts.at(-1)).toBe(1)
    expect(histogram.quantile(0.4)).toBeLessThan(2 ** -43)
    expect(histogram.quantile(0.9)).toBeGreaterThan(2 ** 23)
  })
  it('what is no number makes it none', () => {
    expect(of(1, Number.NaN).quantile(0.5)).toBeNaN()
    expect(of(1, Infinity).over(1)).toBeNaN()
    expect(() => new Histogram().over(1)).toThrow(RangeError)
  })
})

describe('random draws', () => {
  it('a triangle by its cumulative distribution, on both sides of the mode', () => {
    // F(x) = (x - a)^2 / ((b - a)(c - a)) up to the mode c, 1 - (b - x)^2 / ((b - a)(b - c)) after it.
    const [low, mode, high] = [1, 2, 5]
    for (const share of [0.01, 0.1, 0.24, 0.25, 0.26, 0.5, 0.9, 0.99]) {
      const x = triangularAt(share, low, mode, high)
      const back =
        x <= mode
          ? (x - low) ** 2 / ((high - low) * (mode - low))
          : 1 - (high - x) ** 2 / ((high - low) * (high - mode))
      expect(back).toBeCloseTo(share, 12)
    }
    expect(triangularAt(0.25, low, mode, high)).toBeCloseTo(mode, 12)
    expect(triangularAt(0.7, 3, 3, 3)).toBe(3)
  })
  it('uniform from 0 to 1, normal with mean 0 and deviation 1', () => {
    const draws = drawsOf(5)
    const uniform = Array.from({ length: 20_000 }, () => draws.uniform())
    const normal = Array.from({ length: 20_000 }, () => draws.normal())
    const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length
    expect(Math.min(...uniform)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...uniform)).toBeLessThan(1)
    expect(mean(uniform)).toBeCloseTo(0.5, 1)
    expect(mean(normal)).toBeCloseTo(0, 1)
    expect(mean(normal.map((x) => x * x))).toBeCloseTo(1, 1)
  })
})

describe('emissions in mg/s, and who gives them off', () => {
  it('E7018 at 120 A: 1.3 kg/h x 18.4 g/kg over 3.6', () => {
    const fume = linearise(caseWith({})).emitted.find(({ substance }) => substance === 'fume')!
    expect(fume.rate[0]).toBeCloseTo((1.3 * 18.4) / 3.6, 12)
    expect(fume.because).toBeNull()
  })
  it('names the source that is not known, the first one too', () => {
    const because = (sources: AirCase['sources']) =>
      linearise(caseWith({ sources })).emitted.find(({ substance }) => substance === 'fume')!
        .because
    const unknown = { ...SOURCE, consumable: null, name: 'Unlisted' }
    expect(because([unknown, SOURCE])).toContain('(Unlisted)')
    expect(because([SOURCE, unknown])).toContain('(Unlisted)')
    expect(because([SOURCE, SOURCE])).toBeNull()
  })
  it('what only comes in with the air is in it too', () => {
    const emitted = linearise(caseWith({ background: { cobalt: 0.01 } })).emitted
    expect(emitted.find(({ substance }) => substance === 'cobalt')!.rate).toEqual([0])
  })
  it('a change of flow holds from its minute on', () => {
    const { spans } = linearise(caseWith({ changes: [{ at: 100, flow: 3 }] }))
    expect(spans.map(({ from, flow }) => [from, flow])).toEqual([
      [0, 0.8],
      [6000, 3],
      [10_800, 3],
    ])
    expect(spans.map(({ active }) => active[0])).toEqual([true, true, false])
  })
})

describe('one source in a mixed room, by hand', () => {
  // 1 mg/s for 8 h in 50 m3 with 0.5 m3/s: C(t) = 2 (1 - e^(-t / 100 s)).
  const air = caseWith(
    { near: null, volume: 50, flow: 0.5, mixing: 1, spread: CERTAIN },
    { to: 480, arcShare: 1, consumed: { by: 'rate', rate: 3.6 / 18.4 } },
  )
  const fume = reckon(air, 'fume').breathed[0]!
  const T = 8 * 3600
  const mean = (from: number, to: number): number => {
    const dose = (t: number) => 2 * (t - 100 * (1 - Math.exp(-t / 100)))
    return (dose(to) - dose(from)) / (to - from)
  }
  it('8 h average, highest 15 minutes, worst moment', () => {
    expect(fume.twa).toBeCloseTo(mean(0, T), 9)
    expect(fume.stel).toBeCloseTo(mean(T - 900, T), 6)
    expect(fume.ceiling).toBeCloseTo(2 * (1 - Math.exp(-T / 100)), 9)
  })
  it('its course, at the minutes asked for', () => {
    const trace = reckon(air).trace('fume', 5)
    expect(trace.map(({ minute }) => minute)).toEqual([0, 120, 240, 360, 480])
    expect(trace[0]).toMatchObject({ near: 0, far: 0 })
    expect(trace[1]!.far).toBeCloseTo(2 * (1 - Math.exp(-72)), 9)
    expect(reckon(air).trace('cobalt', 5)).toEqual([])
  })
  it('a hood takes its low end, half the arc halves the average', () => {
    const hooded = reckon(
      { ...air, sources: [{ ...air.sources[0]!, capture: { low: 0.4, high: 0.9 } }] },
      'fume',
    ).breathed[0]!
    expect(hooded.twa / fume.twa).toBeCloseTo(0.6, 9)
    const half = reckon({ ...air, sources: [{ ...air.sources[0]!, arcShare: 0.5 }] }, 'fume')
      .breathed[0]!
    expect(half.twa / fume.twa).toBeCloseTo(0.5, 9)
    expect(half.ceiling / fume.ceiling).toBeCloseTo(1, 9)
  })
  it('three welders give off three times as much', () => {
    const three = reckon({ ...air, sources: [{ ...air.sources[0]!, welders: 3 }] }, 'fume')
    expect(three.breathed[0]!.twa / fume.twa).toBeCloseTo(3, 9)
  })
  it('beside a near field only the own arc adds there', () => {
    const near = { radius: 0.5, airSpeed: 0.1 }
    const beta = Math.PI * 0.25 * 0.1
    const two = reckon({ ...air, near, sources: [{ ...air.sources[0]!, welders: 2 }] }, 'fume')
    const one = reckon({ ...air, near }, 'fume')
    expect(two.breathed[0]!.ceiling - one.breathed[0]!.ceiling).toBeCloseTo(2, 1)
    expect(one.breathed[0]!.ceiling).toBeCloseTo(2 + 1 / beta, 6)
    const others = { ...air, near, sources: [{ ...air.sources[0]!, mine: false }] }
    expect(reckon(others, 'fume').breathed[0]!.ceiling).toBeCloseTo(2, 1)
  })
  it('drawn without spread it is the same', () => {
    const simulation = new Simulation(air, 3)
    simulation.step(600)
    const drawn = simulation.result().substances.find(({ substance }) => substance === 'fume')!
    expect(simulation.done).toBe(600)
    for (const kind of ['twa', 'stel', 'ceiling'] as const)
      expect(drawn[kind].mean / fume[kind]).toBeCloseTo(1, 6)
  })
})

describe('the tornado', () => {
  const swings = (change: Partial<AirCase['spread']>) =>
    tornado(caseWith({ spread: { ...CERTAIN, ...change } }), 'fume')
  it('names each input that matters', () => {
    expect(swings({ flow: { low: 0.5, high: 1.5 } }).map(({ input }) => input)).toEqual([
      'Air flow',
    ])
    expect(swings({ mixing: { low: 1, high: 2 } }).map(({ input }) => input)).toEqual(['Mixing'])
    expect(swings({ airSpeed: { low: 0.5, high: 2 } }).map(({ input }) => input)).toEqual([
      'Air speed at the arc',
    ])
    expect(swings({ content: 2 }).map(({ input }) => input)).toEqual(['Share of it in the fume'])
    expect(swings({ arcShare: { low: 0.5, high: 1.5 } }).map(({ input }) => input)).toEqual([
      'Arc share, Own arc',
    ])
    expect(
      tornado(caseWith({ spread: CERTAIN }, { capture: { low: 0.2, high: 0.6 } }), 'fume').map(
        ({ input }) => input,
      ),
    ).toEqual(['Taken by the hood, Own arc'])
  })
  it('from the 5 % end to the 95 % end of each', () => {
    const [content] = swings({ content: 2 })
    expect(content!.high / content!.low).toBeCloseTo(2 ** (2 * 1.6448536), 4)
    const [share] = swings({ arcShare: { low: 0.5, high: 1.5 } })
    const at = (x: number) => triangularAt(x, 0.5, 1, 1.5)
    expect(share!.high / share!.low).toBeCloseTo(at(0.95) / at(0.05), 6)
    const hood = tornado(
      caseWith({ spread: CERTAIN }, { capture: { low: 0.2, high: 0.6 } }),
      'fume',
    )[0]!
    expect(hood.high / hood.low).toBeCloseTo((1 - 0.22) / (1 - 0.58), 6)
  })
  it('is of the substance asked for', () => {
    const of = (substance: 'fume' | 'manganese') =>
      tornado(caseWith({ spread: { ...CERTAIN, content: 2 } }), substance)[0]!
    expect(of('manganese').high / of('fume').high).toBeCloseTo(1.03 / 18.4, 6)
  })
})

describe('what is needed, at its edges', () => {
  const needs = (air: AirCase) =>
    whatIsNeeded(air, ['osha']).find((one) => one.substance === 'fume')!
  it('a whiff needs nothing', () => {
    const little = needs(caseWith({}, { consumed: { by: 'rate', rate: 1e-9 } }))
    expect(little.flow).toEqual({ because: 'under the limit with next to no flow' })
    expect(little.capture).toEqual({ value: 0 })
    expect(little.head).toEqual({ value: 0.1 })
    // 180 min at 30 %, up to all the time.
    expect((little.arcMinutes as { value: number }).value).toBeCloseTo(180, 9)
  })
  it('a flood cannot be helped by flow, head or time', () => {
    const much = needs(caseWith({}, { consumed: { by: 'rate', rate: 1e5 }, to: 480, arcShare: 1 }))
    expect(much.flow).toEqual({
      because: 'the near field alone is over the limit: bring exhaust to the arc or the head away',
    })
    expect(much.head).toEqual({ because: 'even at 2 m the room air is over the limit' })
    const mixed = needs(
      caseWith({ near: null }, { consumed: { by: 'rate', rate: 1e7 }, to: 480, arcShare: 1 }),
    )
    expect(mixed.flow).toEqual({ because: 'no flow that a fan can give is enough' })
    expect(mixed.head).toEqual({
      because: 'a well-mixed room knows no distance; choose the near field',
    })
  })
  it('what others give off is not the own to mend', () => {
    const others = needs(
      caseWith({
        sources: [SOURCE, { ...SOURCE, mine: false, consumed: { by: 'rate', rate: 1e4 }, to: 480 }],
      }),
    )
    expect(others.arcMinutes).toEqual({
      because: 'what the others give off is over the limit by itself',
    })
    expect(others.capture).toEqual({
      because: 'what the other sources give off is over the limit by itself',
    })
    const none = needs(caseWith({}, { mine: false, consumed: { by: 'rate', rate: 1e4 } }))
    expect(none.arcMinutes).toEqual({ because: "no source is marked as the person's own" })
  })
  it('each figure put back gives the limit, the hood too', () => {
    const air = caseWith({ flow: 0.4 }, { to: 480, consumed: { by: 'rate', rate: 2 } })
    const { capture, flow } = needs(air)
    const limit = 5
    const twa = (changed: AirCase) => reckon(changed, 'fume').breathed[0]!.twa
    const share = (capture as { value: number }).value
    const hooded = {
      ...air,
      sources: [{ ...air.sources[0]!, capture: { low: share, high: share } }],
    }
    expect(twa(hooded)).toBeCloseTo(limit, 6)
    if ('value' in flow) expect(twa({ ...air, flow: flow.value })).toBeCloseTo(limit, 4)
  })
  it('a ceiling is not met by less time', () => {
    const manganese = whatIsNeeded(caseWith({}), ['osha']).find(
      (one) => one.substance === 'manganese',
    )!
    expect(manganese.arcMinutes).toEqual({
      because: 'a ceiling is met by the worst moment; less time does not lower it',
    })
  })
})

describe('controls that cannot be tried say why', () => {
  const because = (air: AirCase, id: string) =>
    compareControls(air, 'fume', ['osha'], 1).find((control) => control.id === id)!
  it('nobody marked as the own source', () => {
    const air = caseWith({}, { mine: false })
    for (const id of ['wire', 'arm', 'gun', 'downdraft', 'less'])
      expect(because(air, id), id).toMatchObject({
        level: 'unknown',
        because: "no source is marked as the person's own",
      })
    expect(because(air, 'fan').because).toBeUndefined()
  })
  it('a gun for sticks, an arm beside a better one', () => {
    expect(because(caseWith({}), 'gun').because).toBe('fume guns are made for wire processes')
    const held = caseWith({}, { capture: { low: 1, high: 1 } })
    expect(because(held, 'arm').because).toBe('already reckoned with an exhaust as good')
  })
  it('are listed from substitution to what is worn, after the case as it is', () => {
    const rungs = compareControls(caseWith({}), 'fume', ['osha'], 1).map(({ rung }) => rung)
    const order = [null, 'substitute', 'engineer', 'organise', 'wear'] as const
    expect(rungs[0]).toBeNull()
    const places = rungs.map((rung) => order.indexOf(rung as (typeof order)[number]))
    expect(places).toEqual([...places].sort((a, b) => a - b))
    expect(new Set(rungs).size).toBe(5)
  })
  it('each that can be tried makes it no worse', () => {
    const controls = compareControls(caseWith({}), 'fume', ['osha'], 1)
    for (const control of controls.filter((one) => !one.because))
      expect(control.upperShare, control.id).toBeLessThanOrEqual(controls[0]!.upperShare * 1.0001)
    expect(compareControls(caseWith({}), 'cobalt', ['eu'], 1)).toEqual([])
  })
})

describe('a mixture with bounds', () => {
  it('adds what is sure and what is at most', () => {
    // GTAW on stainless: every metal is only bounded, so the mixture is "at most" their sum.
    const air = caseWith({}, { process: 'GTAW', consumable: null, baseMetal: 'stainless' })
    const { mixtures, findings, substances } = judgeAir(
      { ...air, background: { manganese: 0.01, ironOxide: 0.5 } },
      ['osha', 'niosh', 'acgih'],
      null,
      'none',
    )
    for (const mixture of mixtures) {
      const finding = findings.find(({ code }) => code === `air.mixture.${mixture.organ}`)!
      const bounds = substances.filter(
        (one) =>
          one.breathed.bound &&
          one.decides &&
          ACTS_ON[mixture.organ].includes(one.substance) &&
          !mixture.parts.some((part) => part.substance === one.substance),
      )
      const sum = bounds.reduce((total, one) => total + one.decides!.share, mixture.index)
      if (finding.sentence.includes('at most'))
        expect(finding.value!.amount, mixture.organ).toBeCloseTo(sum, 9)
    }
  })
  it('nothing bounded, nothing added', () => {
    const { mixtures, findings } = judgeAir(
      caseWith({ background: { copper: 0.001, zincOxide: 0.1 } }, { arcShare: 1e-12 }),
      ['osha', 'acgih'],
      null,
      'none',
    )
    for (const mixture of mixtures) {
      const finding = findings.find(({ code }) => code === `air.mixture.${mixture.organ}`)!
      if (!finding.sentence.includes('at most'))
        expect(finding.value!.amount).toBeCloseTo(mixture.index, 12)
    }
  })
})

describe('reasons of the full check', () => {
  const air = caseWith({})
  const simulation = new Simulation(air, 9)
  simulation.step(2000)
  const drawn = judgeAir(air, ['osha'], simulation.result(), 'none').findings[0]!
  const planned = judgeAir(air, ['osha'], null, 'none').findings[0]!
  it('name draws and seed once drawn, and only then', () => {
    const rules = (finding: typeof drawn) => finding.reasons.map(({ rule }) => rule).join()
    expect(rules(drawn)).toContain('2,000 draws, seed 9: ')
    expect(rules(planned)).not.toContain('draws')
    expect(drawn.reasons.some(({ inputs }) => inputs?.chanceToExceed)).toBe(true)
    expect(planned.reasons.some(({ inputs }) => inputs?.chanceToExceed)).toBe(false)
  })
  it('say which model, and what the room cannot', () => {
    const rules = (near: AirCase['near']) =>
      judgeAir(caseWith({ near }), ['osha'], null, 'none').findings[0]!.reasons.map(
        ({ rule }) => rule,
      )
    expect(rules({ radius: 0.6, airSpeed: 0.15 }).join()).toContain('Near and far field')
    expect(rules(null).join()).toContain('Well-mixed room')
    expect(rules(null).at(-1)).toContain('in the plume holds far more')
    expect(rules({ radius: 0.6, airSpeed: 0.15 }).at(-1)).not.toContain('in the plume')
  })
})
