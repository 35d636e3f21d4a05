import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { dayAfter } from '#core/calendar/day'
import { betweenFailures } from '#core/trend/between-failures'
import { forecast, type Forecast } from '#core/trend/forecast'
import { pareto } from '#core/trend/pareto'

describe('Pareto', () => {
  // Worked by hand: 50, 30, 15 and 5 of 100.
  it('puts the commonest first, with the share up to it', () => {
    const counts = new Map([
      ['hose', 5],
      ['leads', 50],
      ['holder', 15],
      ['case', 30],
      ['none', 0],
    ])
    expect(pareto(counts)).toEqual([
      { key: 'leads', count: 50, upTo: 0.5 },
      { key: 'case', count: 30, upTo: 0.8 },
      { key: 'holder', count: 15, upTo: 0.95 },
      { key: 'hose', count: 5, upTo: 1 },
    ])
    expect(pareto(new Map())).toEqual([])
  })
  it('ends at all of them', () => {
    const counts = fc.dictionary(fc.string(), fc.integer({ min: 1, max: 1e6 }), { minKeys: 1 })
    fc.assert(
      fc.property(counts, (by) => {
        expect(pareto(new Map(Object.entries(by))).at(-1)!.upTo).toBe(1)
      }),
    )
  })
})

describe('mean time between failures', () => {
  // By the chi-square table of any handbook: 0.95 at 22 is 33.924, 0.05 at 20 is 10.851, 0.90 at 2 is 4.605.
  it('has the interval of a time-ended watch', () => {
    const ten = betweenFailures(10, 1000, 0.9)
    expect(ten.mean).toBe(100)
    expect(ten.low).toBeCloseTo(2000 / 33.924, 2)
    expect(ten.high).toBeCloseTo(2000 / 10.851, 1)
  })
  it('without a failure has a least time only', () => {
    const none = betweenFailures(0, 1000, 0.9)
    expect(none).toMatchObject({ mean: null, high: null })
    expect(none.low).toBeCloseTo(2000 / 4.605, 1)
  })
  it('the mean lies within', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 1, max: 1e7 }), (n, days) => {
        const { low, mean, high } = betweenFailures(n, days)
        expect(low! < mean! && mean! < high!).toBe(true)
      }),
    )
  })
  test.each([
    [-1, 10],
    [1.5, 10],
    [1, 0],
    [1, Number.NaN],
  ])('%s failures in %s days is no case', (n, days) => {
    expect(() => betweenFailures(n, days)).toThrow(RangeError)
  })
})

describe('a reading that wanders', () => {
  const FIRST = '2026-01-01'
  const series = (values: readonly number[], step = 30) =>
    values.map((value, i) => ({ on: dayAfter(FIRST, i * step), value }))
  // By hand: y = 60 + 0.1 x crosses 90 after 300 days.
  it('crosses where its line does', () => {
    const line = forecast(series([60, 63.1, 65.9, 69, 72.1, 74.9]), { max: 90 }) as Forecast
    expect(line.slope).toBeCloseTo(0.1, 2)
    expect(line.level).toBeCloseTo(60, 0)
    const day = dayAfter(FIRST, 300)
    expect(Math.abs(Date.parse(line.crossesOn!) - Date.parse(day)) / 86_400_000).toBeLessThan(5)
    expect(line.earliestOn! < line.crossesOn!).toBe(true)
  })
  it('falling, crosses the lower limit, and never the one it goes away from', () => {
    const falling = series([10, 9, 8.1, 7, 6])
    expect((forecast(falling, { min: 5 }) as Forecast).crossesOn).not.toBeNull()
    expect((forecast(falling, { max: 20 }) as Forecast).crossesOn).toBeNull()
  })
  test.each([
    [series([1, 2, 3, 4]), 'tooFew'],
    [series([5, 5, 5, 5, 5]), 'noTrend'],
    [series([5, 7, 4, 8, 5, 6, 5]), 'noTrend'],
    [series([1, 2, 3, 4, 5], 0), 'sameDay'],
    [series([1, Number.NaN, 3, 4, 5]), 'tooFew'],
  ])('%#: no answer, %s', (readings, why) => {
    expect(forecast(readings, { max: 100 })).toBe(why)
  })
  it('says nothing beyond five years', () => {
    const slow = series([60, 60.01, 60.02, 60.03, 60.04], 365)
    expect((forecast(slow, { max: 100 }) as Forecast).crossesOn).toBeNull()
  })
})
