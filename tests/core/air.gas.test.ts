import { describe, expect, it, test } from 'vitest'
import { afterRelease, judgeRelease, leaked, LOWER_EXPLOSIVE } from '#core/air/closed-space'
import { judgeGasTest, type GasTest } from '#core/air/gas-test'
import { GAS_TEST, NOW as now } from './gas.fixture'

describe('a leak or purge in a closed space', () => {
  it('worst case 20.9 (1 - Vg/V), mixed 20.9 e^(-Vg/V)', () => {
    expect(afterRelease({ gas: 'inert', amount: 2, space: 10, mixed: false }).oxygen).toBeCloseTo(
      16.72,
      9,
    )
    expect(afterRelease({ gas: 'inert', amount: 2, space: 10, mixed: true }).oxygen).toBeCloseTo(
      20.9 * Math.exp(-0.2),
      9,
    )
    expect(afterRelease({ gas: 'inert', amount: 30, space: 10, mixed: false }).oxygen).toBe(0)
    expect(afterRelease({ gas: 'oxygen', amount: 1, space: 10, mixed: false }).oxygen).toBeCloseTo(
      28.81,
      9,
    )
  })
  // Lower explosive limits, fire codes
  it('acetylene 2.5, propane 2.1, methane 5, hydrogen 4 %', () =>
    expect(LOWER_EXPLOSIVE).toEqual({ acetylene: 2.5, propane: 2.1, methane: 5, hydrogen: 4 }))
  test.each([
    [{ gas: 'inert', amount: 1, space: 10 }, 'stop'],
    [{ gas: 'inert', amount: 0.5, space: 10 }, 'caution'],
    [{ gas: 'oxygen', amount: 0.5, space: 10 }, 'stop'],
    [{ gas: 'propane', amount: 0.0211, space: 10 }, 'stop'],
    [{ gas: 'propane', amount: 0.02, space: 10 }, 'caution'],
  ] as const)('%o is %s, never clear', (release, level) =>
    expect(judgeRelease({ ...release, mixed: false }).level).toBe(level),
  )
  it('15 L/min for half an hour is 0.45 m3', () => expect(leaked(15, 30)).toBeCloseTo(0.45, 12))
  it('refuses a space of nothing and less than no gas', () => {
    expect(() => afterRelease({ gas: 'inert', amount: 1, space: 0, mixed: false })).toThrow(
      RangeError,
    )
    expect(() => afterRelease({ gas: 'inert', amount: -1, space: 1, mixed: false })).toThrow(
      RangeError,
    )
    expect(() => leaked(-1, 1)).toThrow(RangeError)
  })
})

describe('the gas test before entry', () => {
  const judge = (change: Partial<GasTest>, at = now) =>
    judgeGasTest({ ...GAS_TEST, ...change }, at, ['osha'])
  it.each([
    [{}, 'clear'],
    [{ oxygen: 19.4 }, 'stop'],
    [{ oxygen: 19.5 }, 'clear'],
    [{ oxygen: 23.5 }, 'clear'],
    [{ oxygen: 23.6 }, 'stop'],
    [{ explosive: 9.9 }, 'clear'],
    [{ explosive: 10 }, 'caution'],
    [{ explosive: 10.1 }, 'stop'],
    [{ oxygen: Number.NaN }, 'unknown'],
    [{ explosive: -1 }, 'unknown'],
    [{ oxygen: null }, 'unknown'],
    [{ explosive: null }, 'unknown'],
    [{ others: { carbonMonoxide: 51 } }, 'stop'],
    [{ others: { nitrogenDioxide: 4 } }, 'clear'],
    [{ bumpTested: false }, 'caution'],
    [{ calibrated: false }, 'unknown'],
    [{ calibrated: null }, 'unknown'],
    [{ calibrated: false, oxygen: 18 }, 'stop'],
    [{ calibrated: false, explosive: 10 }, 'unknown'],
  ] as const)('%o is %s', (change, level) =>
    expect(judge(change as Partial<GasTest>).level).toBe(level),
  )
  it('none is unknown, one that ran out too', () => {
    expect(judgeGasTest(null, now, ['osha']).level).toBe('unknown')
    expect(judge({}, new Date('2026-05-04T11:00:00Z')).level).toBe('unknown')
    expect(judge({ oxygen: 18 }, new Date('2026-05-05T11:00:00Z')).level).toBe('stop')
  })
})

describe('what is said of a release', () => {
  const release = (change: Partial<Parameters<typeof judgeRelease>[0]>) =>
    judgeRelease({ gas: 'inert', amount: 1, space: 10, mixed: false, ...change })
  it('a space filled to the tenth of the explosive limit is out, just under it is oxygen that counts', () => {
    const limit = 2.5
    const at = (share: number) =>
      release({ gas: 'acetylene', amount: (share * limit) / 100, space: 1, mixed: false })
    expect(at(0.1001).level).toBe('stop')
    expect(at(0.1001).sentence).toMatch(/^10 % of the lower explosive limit: no flame/)
    expect(at(1.2).sentence).toMatch(/^Explosive: no flame/)
    expect(at(0.05)).toMatchObject({ level: 'caution', sentence: expect.stringMatching(/^Oxygen/) })
  })
  it('names the rule with its figure, and shares as shares', () => {
    const { reasons } = release({ gas: 'acetylene', amount: 0.02, space: 1 })
    expect(reasons.at(-1)).toMatchObject({
      rule: 'Stop at 10 % of 2.5 %',
      inputs: { gas: { amount: expect.closeTo(0.02, 9), unit: 'share' } },
    })
  })
  it('inert gas takes the oxygen, oxygen makes clothing burn; each in its own words', () => {
    expect(release({ amount: 6 }).sentence).toBe('Oxygen falls to 8.4 %: a few breaths are deadly.')
    expect(release({ amount: 2 }).sentence).toBe(
      'Oxygen falls to 16.7 %: people faint without warning.',
    )
    expect(release({ gas: 'oxygen', amount: 2 }).sentence).toMatch(/^Oxygen rises to 36.7 %/)
    expect(release({ amount: 0 }).sentence).toMatch(/^Oxygen stays near 20.9 %/)
    expect(release({ amount: 0 }).value).toEqual({ amount: 0.209, unit: 'share' })
  })
  it('nothing let out is nothing; a negative is refused', () => {
    expect(leaked(0, 0)).toBe(0)
    expect(leaked(20, 30)).toBe(0.6)
    expect(() => leaked(-1, 30)).toThrow(RangeError)
    expect(() => leaked(1, -30)).toThrow(RangeError)
  })
})
