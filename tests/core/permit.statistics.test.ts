import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { lateRounds, permitStatistics, type PermitPast } from '#core/permit/statistics'

const MIN = 60_000
const past = (more: Partial<PermitPast> = {}): PermitPast => ({
  id: 'a',
  number: 1,
  place: 'Quay',
  workStartedAt: 0,
  watchStartedAt: 90 * MIN,
  watchMinutes: 60,
  closedAt: 155 * MIN,
  rounds: [105, 120, 135, 151].map((at) => at * MIN),
  overrides: [],
  suspensions: [],
  cautions: [],
  early: 0,
  ...more,
})
const watch = (...minutes: number[]) => ({
  watchStartedAt: 0,
  watchMinutes: 60,
  closedAt: 61 * MIN,
  rounds: minutes.map((at) => at * MIN),
})

describe('rounds that came late', () => {
  test.each([
    [[15, 30, 45, 60], 0],
    [[16, 32, 48], 0],
    [[15, 32, 47, 60], 1],
    [[15, 45], 1],
    [[], 3],
    [[59], 3],
  ])('rounds at %j min of an hour: %i', (minutes, late) =>
    expect(lateRounds(watch(...minutes))).toBe(late),
  )
  it('of a watch that is not closed, or never began, nothing is said', () => {
    expect(lateRounds({ ...watch(), closedAt: null })).toBe(0)
    expect(lateRounds({ ...watch(), watchStartedAt: null })).toBe(0)
  })
  it('one more round never makes more late ones', () => {
    const minutes = fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 6 })
    fc.assert(
      fc.property(minutes, fc.integer({ min: 0, max: 60 }), (all, more) => {
        expect(lateRounds(watch(...all, more))).toBeLessThanOrEqual(lateRounds(watch(...all)))
      }),
    )
  })
})

describe('what permits have in common', () => {
  it('counts work by how long it lasted, at each boundary', () => {
    const lasted = [59, 60, 119.9, 120, 239, 240, 479, 480].map((minutes, i) =>
      past({ id: String(i), workStartedAt: 0, watchStartedAt: minutes * MIN }),
    )
    expect(permitStatistics(lasted).durations.map(({ count }) => count)).toEqual([1, 2, 2, 2, 1])
  })
  it('leaves out what was not begun, not ended, or ended before it began', () => {
    const none = [
      past({ workStartedAt: null }),
      past({ watchStartedAt: null }),
      past({ workStartedAt: 100 * MIN }),
    ]
    expect(permitStatistics(none).durations.every(({ count }) => count === 0)).toBe(true)
  })
  it('names each permit once, however often it counts, the most frequent first', () => {
    const { overrides, late } = permitStatistics([
      past({ overrides: ['fire.validity', 'fire.validity'] }),
      past({ id: 'b', number: 2, overrides: ['fire.cleared'], rounds: [] }),
    ])
    expect(overrides).toEqual([
      {
        key: 'fire.validity',
        name: 'fire.validity',
        count: 2,
        permits: [{ id: 'a', number: 1 }],
      },
      { key: 'fire.cleared', name: 'fire.cleared', count: 1, permits: [{ id: 'b', number: 2 }] },
    ])
    expect(late).toMatchObject([{ key: 'Quay', count: 3, permits: [{ number: 2 }] }])
  })
})
