import { describe, expect, it, test } from 'vitest'
import { countdown, finalRoundMade } from '#core/firewatch/countdown'
import { judgeFire, type FireQuery } from '#core/firewatch/fire'
import { SWEEP } from '#core/firewatch/rules.table'
import { RULES } from './firewatch.fixture'

describe('a watch at its minutes', () => {
  const MIN = 60_000
  const watch = { startedAt: 0, minutes: 60, monitoring: null, rounds: [] as number[] }
  it('is done at its end, not a moment before', () => {
    expect(countdown(watch, 60 * MIN - 1)).toMatchObject({ done: false, left: 1 })
    expect(countdown(watch, 60 * MIN)).toMatchObject({ done: true, left: 0 })
    expect(countdown(watch, 90 * MIN).left).toBe(0)
  })
  it('a round is overdue after its moment, not at it', () => {
    const due = countdown(watch, 0).nextRoundAt
    expect(countdown(watch, due).roundOverdue).toBe(false)
    expect(countdown(watch, due + 1).roundOverdue).toBe(true)
  })
  it('counts rounds since the start and up to now only', () => {
    const at = (rounds: number[], now: number) => countdown({ ...watch, rounds }, now).nextRoundAt
    const every = at([], 0)
    expect(at([5 * MIN], 5 * MIN)).toBe(5 * MIN + every)
    expect(at([5 * MIN], 5 * MIN - 1)).toBe(every)
    expect(at([-1], MIN)).toBe(every)
    expect(at([59 * MIN], 59 * MIN)).toBe(60 * MIN)
  })
  it('the last round is one at the end or later', () => {
    expect(finalRoundMade({ ...watch, rounds: [60 * MIN - 1] })).toBe(false)
    expect(finalRoundMade({ ...watch, rounds: [60 * MIN] })).toBe(true)
    expect(finalRoundMade(watch)).toBe(false)
  })
})

describe('the times of a permit', () => {
  const query = (validFrom: number | null, validTo: number | null): FireQuery => ({
    designated: false,
    sweep: Object.fromEntries(SWEEP.map((line) => [line.id, 'yes' as const])),
    validFrom,
    validTo,
    shiftHours: 8,
    ...RULES,
  })
  const HOUR = 3_600_000
  test.each([
    [null, HOUR, 'unknown'],
    [0, null, 'unknown'],
    [0, 0, 'stop'],
    [HOUR, 0, 'stop'],
    [0, 1, 'clear'],
    [0, 8 * HOUR, 'clear'],
    [0, 8 * HOUR + 1, 'stop'],
  ] as const)('from %s to %s: %s', (from, to, level) =>
    expect(judgeFire(query(from, to)).find(({ code }) => code === 'fire.validity')!.level).toBe(
      level,
    ),
  )
})
