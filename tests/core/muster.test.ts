import { describe, expect, it } from 'vitest'
import { sumMuster, type Muster } from '#core/muster/muster'

const BEGUN = Date.UTC(2026, 10, 27, 10)
const SECOND = 1000
const person = (name: string, after: number | null) => ({
  name,
  count: after === null ? null : ('out' as const),
  countedAt: after === null ? null : BEGUN + after * SECOND,
})
const muster = (change: Partial<Muster> = {}): Muster => ({
  begunAt: BEGUN,
  people: [person('Ines', 65), person('Garrick', 245), person('Silas', 130)],
  gas: [{ name: 'C-4, acetylene', shutAt: BEGUN + 90 * SECOND }],
  ...change,
})

describe('a muster', () => {
  it('takes its times from the first and the last who was counted', () =>
    expect(sumMuster(muster())).toEqual({
      counted: 3,
      total: 3,
      missing: [],
      firstAfter: 65 * SECOND,
      allAfter: 245 * SECOND,
      gasOpen: [],
      gasAfter: 90 * SECOND,
    }))
  it('with one who was not counted has no time for all, and names them', () => {
    const sum = sumMuster(muster({ people: [person('Ines', 65), person('Garrick', null)] }))
    expect(sum).toMatchObject({ counted: 1, total: 2, missing: ['Garrick'], allAfter: null })
  })
  it('somebody who was not here is counted', () =>
    expect(
      sumMuster(muster({ people: [{ ...person('Ines', 10), count: 'away' }] })).missing,
    ).toEqual([]))
  it('with nobody on its list is no proof that everybody is out', () =>
    expect(sumMuster(muster({ people: [] }))).toMatchObject({ allAfter: null, firstAfter: null }))
  it('with gas that nobody shut says which', () =>
    expect(sumMuster(muster({ gas: [{ name: 'C-4', shutAt: null }] }))).toMatchObject({
      gasOpen: ['C-4'],
      gasAfter: null,
    }))
  it.each([NaN, Infinity, -Infinity])('with a time of %s has no times', (begunAt) =>
    expect(sumMuster(muster({ begunAt }))).toMatchObject({ allAfter: null, firstAfter: null }),
  )
  it('counted before it began, by a clock that was set, is no less than none', () =>
    expect(sumMuster(muster({ people: [person('Ines', -5)] })).allAfter).toBe(0))
})
