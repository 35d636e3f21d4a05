import { describe, expect, it, test } from 'vitest'
import { calibrate } from '#core/sampling/calibrate'
import { reckonable } from '#core/sampling/detection'
import { PRELIMINARY, testCompliance } from '#core/sampling/en689'
import { judgeSamples } from '#core/sampling/judge'
import {
  exceedance,
  fitLognormal,
  percentile95,
  probabilityPoints,
  toleranceFactor,
  upperLimit95,
} from '#core/sampling/lognormal'
import { averageOfParts, faultOfDay, type Timed } from '#core/sampling/parts'

describe('tolerance factors for the 95th percentile', () => {
  // EN 689:2018, U_T at 70 % confidence
  test.each([
    [6, 2.187],
    [7, 2.12],
    [8, 2.072],
    [9, 2.035],
    [10, 2.005],
    [12, 1.961],
    [15, 1.917],
    [20, 1.87],
    [30, 1.82],
  ])('EN 689, n %s: %s', (n, factor) => expect(toleranceFactor(n, 0.7)).toBeCloseTo(factor, 3))
  // ISO 16269-6 and the tables of Hahn and Meeker, one-sided, 95 % confidence
  test.each([
    [2, 26.26],
    [3, 7.656],
    [4, 5.144],
    [5, 4.203],
    [6, 3.708],
    [10, 2.911],
    [15, 2.566],
    [20, 2.396],
    [30, 2.22],
    [100, 1.927],
  ])('ISO 16269-6, n %s: %s', (n, factor) =>
    expect(Math.abs(toleranceFactor(n, 0.95) - factor)).toBeLessThan(
      0.002 * Math.max(1, factor / 10),
    ),
  )
  it('falls as results come in and joins its approximation without a step', () => {
    const factors = [2, 3, 6, 20, 100, 101, 500, 100_000].map((n) => toleranceFactor(n, 0.95))
    for (const [i, factor] of factors.slice(1).entries()) expect(factor).toBeLessThan(factors[i]!)
    expect(toleranceFactor(100, 0.95) - toleranceFactor(101, 0.95)).toBeLessThan(0.01)
  })
  it('refuses one result and a confidence that is none', () => {
    expect(() => toleranceFactor(1, 0.7)).toThrow(RangeError)
    expect(() => toleranceFactor(6, 1)).toThrow(RangeError)
  })
})

describe('lognormal fit', () => {
  const values = [0.5, 1, 2]
  it('of 0.5, 1, 2: geometric mean 1, GSD 2', () => {
    expect(fitLognormal(values).gm).toBeCloseTo(1, 12)
    expect(fitLognormal(values).gsd).toBeCloseTo(2, 12)
    expect(percentile95(fitLognormal(values))).toBeCloseTo(2 ** 1.6449, 3)
  })
  it('exceedance: one deviation above the median is passed by 15.87 % (normal table)', () => {
    expect(exceedance({ n: 9, gm: 1, gsd: 2 }, 2)).toBeCloseTo(0.1587, 4)
    expect(exceedance({ n: 9, gm: 1, gsd: 1 }, 2)).toBe(0)
    expect(() => exceedance({ n: 9, gm: 1, gsd: 2 }, 0)).toThrow(RangeError)
  })
  it('the 95 % habit asks for more than the 70 % one', () =>
    expect(upperLimit95({ n: 6, gm: 1, gsd: 2 }, 0.95)).toBeGreaterThan(
      upperLimit95({ n: 6, gm: 1, gsd: 2 }, 0.7),
    ))
  it('plots the middle of odd results at the median (Blom)', () =>
    expect(
      probabilityPoints([3, 1, 2]).map((point) => [
        point.value,
        Number(point.score.toFixed(3)) + 0,
      ]),
    ).toEqual([
      [1, -0.869],
      [2, 0],
      [3, 0.869],
    ]))
  it('refuses zero and a single result', () => {
    expect(() => fitLognormal([0, 1])).toThrow(RangeError)
    expect(() => fitLognormal([1])).toThrow(RangeError)
  })
})

describe('EN 689', () => {
  it('preliminary: 3 under 0.1 L, 4 under 0.15 L, 5 under 0.2 L comply; else more samples', () => {
    expect(PRELIMINARY.map((row) => [row.n, row.share])).toEqual([
      [3, 0.1],
      [4, 0.15],
      [5, 0.2],
    ])
    for (const { n, share } of PRELIMINARY) {
      expect(
        testCompliance(
          Array.from({ length: n }, () => share * 0.99),
          1,
        ).verdict,
      ).toBe('complies')
      expect(
        testCompliance(
          Array.from({ length: n }, () => share * 1.01),
          1,
        ).verdict,
      ).toBe('sample_more')
    }
    expect(testCompliance([0.01, 0.01], 1).verdict).toBe('sample_more')
  })
  it('full test at the edge of the factor, both sides', () => {
    // GM 0.2 and GSD chosen so that U is just over and just under 2.187 for six
    const six = (gsd: number): number[] => {
      const a = Math.log(gsd) * Math.sqrt(5 / 6)
      return [1, -1, 1, -1, 1, -1].map((sign) => 0.2 * Math.exp(sign * a))
    }
    const edge = Math.exp(Math.log(1 / 0.2) / 2.187)
    expect(fitLognormal(six(2)).gsd).toBeCloseTo(2, 9)
    expect(testCompliance(six(edge * 0.995), 1)).toMatchObject({
      test: 'full',
      verdict: 'complies',
    })
    expect(testCompliance(six(edge * 1.005), 1)).toMatchObject({ test: 'full', verdict: 'fails' })
  })
  it('one result over the limit fails, however many there are', () =>
    expect(testCompliance([0.01, 0.01, 1.01], 1).verdict).toBe('fails'))
})

describe('under the detection limit', () => {
  const result = (value: number, underDetection = false) => ({ value, underDetection })
  it('LOD over root 2 while fewer than a third; from a third on no answer', () => {
    expect(reckonable([result(1), result(2), result(3), result(1, true)])).toEqual([
      1,
      2,
      3,
      1 / Math.SQRT2,
    ])
    expect(reckonable([result(1), result(2), result(1, true)])).toHaveProperty('because')
  })
})

describe('a day in parts', () => {
  it('OSHA 1910.1000(d)(1)(ii): 2 h at 150, 2 h at 75, 4 h at 50 is 81.25', () =>
    expect(
      averageOfParts(
        [
          { minutes: 120, value: 150 },
          { minutes: 120, value: 75 },
          { minutes: 240, value: 50 },
        ],
        'as_sampled',
        480,
      ),
    ).toBeCloseTo(81.25, 9))
  it('the rest of the shift like the sample, or away from it; a long shift counts whole over 8 h', () => {
    expect(averageOfParts([{ minutes: 240, value: 2 }], 'unexposed', 480)).toBe(1)
    expect(averageOfParts([{ minutes: 240, value: 2 }], 'as_sampled', 480)).toBe(2)
    expect(averageOfParts([{ minutes: 600, value: 2 }], 'as_sampled', 600)).toBe(2.5)
  })
  it('refuses 25 hours, no part, no time', () => {
    expect(() => averageOfParts([{ minutes: 1500, value: 1 }], 'unexposed', 480)).toThrow(
      RangeError,
    )
    expect(() => averageOfParts([], 'unexposed', 480)).toThrow(RangeError)
    expect(() => averageOfParts([{ minutes: 0, value: 1 }], 'unexposed', 480)).toThrow(RangeError)
  })
})

describe('judging a group', () => {
  const judge = (values: number[], under = 0) =>
    judgeSamples(
      [
        ...values.map((value) => ({ value, underDetection: false })),
        ...Array.from({ length: under }, () => ({ value: 0.1, underDetection: true })),
      ],
      'fume',
      ['osha'],
    )
  it('two confidence habits: complies with one, not yet with the other', () => {
    expect(judge([0.2, 0.25, 0.3]).finding.level).toBe('clear')
    expect(judge([0.9, 1.5, 0.7, 2.4, 1.1, 1.9]).finding.level).toBe('caution')
    expect(judge([2, 4, 1, 4.8, 3, 2]).finding.level).toBe('stop')
  })
  it('too few, too many under detection, no limit: unknown', () => {
    expect(judge([]).finding.level).toBe('unknown')
    expect(judge([1, 1]).finding.level).toBe('unknown')
    expect(judge([1, 1], 2).finding.sentence).toMatch(/third/)
    expect(judgeSamples([{ value: 1, underDetection: false }], 'fume', ['eu']).finding.level).toBe(
      'unknown',
    )
  })
})

describe('estimate against measurement', () => {
  const pairs = (ratios: number[]) => ratios.map((ratio) => ({ predicted: 2, measured: 2 * ratio }))
  it('no factor with fewer than six pairs', () =>
    expect(calibrate(pairs([1, 1, 1, 1, 1]))).toHaveProperty('because'))
  it("is the geometric mean with Student's t: t 0.95, 5 degrees is 2.015", () => {
    const found = calibrate(pairs([0.5, 0.5, 1, 1, 2, 2]))
    if ('because' in found) throw new Error(found.because)
    expect(found.factor).toBeCloseTo(1, 9)
    expect(Math.log(found.high)).toBeCloseTo((2.015 * Math.log(found.gsd)) / Math.sqrt(6), 3)
    expect(found.off).toBe(false)
    expect(calibrate(pairs([0.4, 0.5, 0.5, 0.45, 0.5, 0.6]))).toMatchObject({ off: true })
  })
})

describe('a detection limit over the exposure limit', () => {
  it('tells nothing of it, and is no compliance', () => {
    // OSHA chromium VI: 0.005 mg/m3 (29 CFR 1910.1026 (c))
    const results = (blind: number) => [
      ...[0.001, 0.0012, 0.0009, 0.0011].map((value) => ({ value, underDetection: false })),
      { value: blind, underDetection: true },
    ]
    const judge = (blind: number) => judgeSamples(results(blind), 'chromiumVI', ['osha'])
    expect(judge(0.0008).compliance).not.toBeNull()
    expect(judge(0.01)).toMatchObject({ compliance: null, finding: { level: 'unknown' } })
    expect(judge(0.01).finding.sentence).toContain(
      'one detection limit is over the exposure limit itself',
    )
  })
})

describe('parts of one day', () => {
  const part = (start: number | null, minutes: number, shiftMinutes = 480): Timed => ({
    start,
    minutes,
    shiftMinutes,
  })
  it('follow each other', () => {
    expect(faultOfDay([part(480, 240), part(720, 240)])).toBeNull()
    expect(faultOfDay([part(720, 240), part(480, 240)])).toBeNull()
    expect(faultOfDay([part(null, 500)])).toBeNull()
    expect(faultOfDay([part(null, 240), part(null, 240)])).toBeNull()
  })
  it('two pumps at the same time are not two parts', () => {
    expect(faultOfDay([part(480, 241), part(720, 240)])).toBe('overlap')
    expect(faultOfDay([part(480, 240), part(480, 240)])).toBe('overlap')
    expect(faultOfDay([part(600, 10), part(480, 240)])).toBe('overlap')
  })
  it('without their times they cannot outlast the shift', () => {
    expect(faultOfDay([part(null, 240), part(null, 241)])).toBe('startNeeded')
    expect(faultOfDay([part(480, 240), part(null, 241)])).toBe('startNeeded')
    expect(faultOfDay([part(null, 300), part(null, 300, 720)])).toBeNull()
  })
  it('a day has 24 hours, told or not', () => {
    expect(faultOfDay([part(null, 1000, 1440), part(null, 440, 1440)])).toBeNull()
    expect(faultOfDay([part(0, 1000, 1440), part(1000, 441, 1440)])).toBe('moreThanDay')
  })
})

describe('results that no statistics can hold', () => {
  const result = (value: number, underDetection = false) => ({ value, underDetection })
  it('a zero is no result: its detection limit is missing', () => {
    expect(reckonable([result(0), result(1), result(2)])).toMatchObject({
      because: expect.stringContaining('1 of 3 results are zero'),
    })
    expect(
      judgeSamples([result(0), result(0.01), result(0.01)], 'manganese', ['niosh']).finding,
    ).toMatchObject({
      level: 'unknown',
      sentence: expect.stringContaining('its detection limit is missing'),
    })
  })
  it('a result over the limit fails even where the set cannot be judged', () => {
    // NIOSH, manganese 1 mg/m3 over 8 h, recalled.
    const over = judgeSamples([result(0), result(1.1)], 'manganese', ['niosh']).finding
    expect(over).toMatchObject({
      level: 'stop',
      sentence: 'Manganese: does not comply. A result is over the limit.',
    })
    expect(over.reasons[0]!.inputs).toMatchObject({ results: 2, highest: '1.1' })
    expect(
      judgeSamples([result(1.2, true), result(0.1, true), result(0.1)], 'manganese', ['niosh'])
        .finding.level,
    ).toBe('unknown')
  })
  it('results that are the same are said to be, instead of a huge U', () => {
    for (const values of [Array(6).fill(0.42), [0.42, 0.42, 0.42, 0.42, 0.42, 0.42000001]]) {
      const compliance = testCompliance(values as number[], 1)
      expect(compliance.verdict).toBe('complies')
      expect(compliance.sentence).toBe(
        'All 6 results are the same, so nothing can be said of how they vary; none is over the limit.',
      )
      expect(compliance.reached).toBeNull()
      expect(compliance.needed).toBeCloseTo(2.187, 3)
    }
    expect(testCompliance([0.4, 0.41, 0.42, 0.43, 0.42, 0.41], 1).reached).toBeGreaterThan(2.187)
  })
})
