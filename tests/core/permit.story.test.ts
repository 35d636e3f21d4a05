import { describe, expect, it, test } from 'vitest'
import { earlyFault, type PermitLife } from '#core/permit/lifecycle'
import { judgedRounds } from '#core/permit/rounds'
import { signedChanges } from '#core/permit/signed-change'

const MIN = 60_000
const watch = (...minutes: number[]) => ({
  startedAt: 0,
  minutes: 60,
  monitoring: { minutes: 60, every: 30 },
  rounds: minutes.map((at) => at * MIN),
})

// A round every quarter of an hour, and one when the watch is over: common practice.
describe('rounds held against when they were due', () => {
  test.each([
    [[15, 30, 45, 60], []],
    [[16, 32], []],
    [[15, 32], [32]],
    [[20], [20]],
    [[60], [60]],
    // After the watch as often as monitoring asks, and at its end.
    [[15, 30, 45, 60, 90, 120], []],
    [[15, 30, 45, 60, 92, 120], [92]],
    [[15, 30, 45, 60, 90, 122], [122]],
  ])('rounds at %j: late are %j', (minutes, late) =>
    expect(
      judgedRounds(watch(...minutes))
        .filter(({ isLate }) => isLate)
        .map(({ at }) => at / MIN),
    ).toEqual(late),
  )
  it('in their order, whatever order they come in; those before the watch and no figures are none', () =>
    expect(judgedRounds(watch(30, 15, -5, NaN)).map(({ at }) => at / MIN)).toEqual([15, 30]))
})

describe('closing before the watch is over', () => {
  const life: PermitLife = {
    state: 'watching',
    validTo: 0,
    workStartedAt: 0,
    watchStartedAt: 0,
    watchMinutes: 60,
    monitoring: null,
    rounds: [],
  }
  test.each<[string, Partial<PermitLife>, number, RegExp | null]>([
    ['a minute in', {}, MIN, /59 min of the watch/],
    ['a moment before its end', {}, 60 * MIN - 1, /1 min of the watch/],
    ['at its end', {}, 60 * MIN, null],
    [
      'while monitoring goes on',
      { monitoring: { minutes: 30, every: 15 } },
      60 * MIN,
      /30 min of monitoring/,
    ],
    ['without a watch', { watchStartedAt: null }, MIN, null],
    ['closed already', { state: 'closed' }, MIN, null],
  ])('%s', (_, change, now, expected) => {
    const fault = earlyFault({ ...life, ...change }, now)
    if (expected) expect(fault).toMatch(expected)
    else expect(fault).toBeNull()
  })
})

describe('what changed between two texts that were signed', () => {
  const before = {
    permit: 4,
    to: '2026-11-27T12:00:00.000Z',
    operator: { id: 'a', name: 'Ansel' },
    attendant: null,
    sweep: { swept: 'yes' },
    seen: { swept: { personId: 'a' } },
    reach: 10.668,
  }
  it('nothing of the same, whoever saw the lines', () =>
    expect(signedChanges(before, { ...before, seen: {} })).toEqual([]))
  it('people by name, times as times, lines of the sweep by their words', () => {
    const after = {
      ...before,
      to: '2026-11-27T14:00:00.000Z',
      operator: { id: 'b', name: 'Bram' },
      attendant: { id: 'c', name: 'Ines' },
      sweep: { swept: 'no', moved: 'yes' },
    }
    expect(signedChanges(before, after)).toEqual([
      {
        what: 'Valid to',
        before: '2026-11-27T12:00:00.000Z',
        after: '2026-11-27T14:00:00.000Z',
        isTime: true,
      },
      { what: 'Operator', before: 'Ansel', after: 'Bram', isTime: false },
      { what: 'Attendant', before: null, after: 'Ines', isTime: false },
      {
        what: 'Floor swept clean of combustibles for 35 ft (11 m)',
        before: 'yes',
        after: 'no',
        isTime: false,
      },
      expect.objectContaining({ before: null, after: 'yes' }),
    ])
  })
  it('what reads the same and is not says that it changed', () =>
    expect(signedChanges({ container: { held: 'Oil' } }, { container: { held: 'Tar' } })).toEqual([
      { what: 'Container', before: null, after: 'changed', isTime: false },
    ]))
  it('a name that is not known is told as it is', () =>
    expect(signedChanges({}, { newer: 3 })[0]).toMatchObject({ what: 'newer', after: '3' }))
})
