import { DateTime } from 'luxon'
import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { isClosed, lastOpenDay, NEVER_CLOSED } from '#core/calendar/closed'
import { dueState, nextDue } from '#core/inspection/schedule'
import { judgeGear, judgeGearWhole, isDue } from '#core/inspection/gear'
import { gearOf, lookOf, TODAY } from './gear.fixture'

const day = fc
  .integer({ min: 0, max: 20_000 })
  .map((n) => DateTime.fromISO('1990-01-01').plus({ days: n }).toISODate()!)

describe('when a look is due again', () => {
  it('is the day that a reference calendar gives, over leap years and ends of months', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: 1, max: 144 }), (from, n) => {
        const luxon = DateTime.fromISO(from)
        expect(nextDue(from, { months: n }, NEVER_CLOSED)).toBe(
          luxon.plus({ months: n }).toISODate(),
        )
        expect(nextDue(from, { days: n }, NEVER_CLOSED)).toBe(luxon.plus({ days: n }).toISODate())
      }),
    )
  })
  test.each([
    ['2024-02-29', { months: 12 }, '2025-02-28'],
    ['2026-01-31', { months: 1 }, '2026-02-28'],
    // Both clock changes of a year in the United States: a day is a day.
    ['2026-03-07', { days: 1 }, '2026-03-08'],
    ['2026-03-08', { days: 1 }, '2026-03-09'],
    ['2026-10-31', { days: 2 }, '2026-11-02'],
  ])('%s and %o: %s', (from, interval, due) => {
    expect(nextDue(from, interval, NEVER_CLOSED)).toBe(due)
  })
  it.each([{}, { days: 0 }, { days: 1.5 }, { days: Number.NaN }, { months: -1 }])(
    '%o is no interval',
    (interval) => {
      expect(nextDue(TODAY, interval, NEVER_CLOSED)).toBeNull()
    },
  )
  it('takes the earlier of days and months', () => {
    expect(nextDue('2026-01-01', { days: 14, months: 1 }, NEVER_CLOSED)).toBe('2026-01-15')
  })

  const closed = fc.record({
    weekdays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { maxLength: 3 }),
    days: fc.uniqueArray(day, { maxLength: 30 }),
  })
  it('falls on an open day where there is one, and never after its interval', () => {
    fc.assert(
      fc.property(day, closed, fc.integer({ min: 1, max: 60 }), (from, shut, days) => {
        const due = nextDue(from, { days }, shut)!
        const end = DateTime.fromISO(from).plus({ days }).toISODate()!
        expect(due > from && due <= end).toBe(true)
        if (isClosed(due, shut)) expect(lastOpenDay(from, end, shut)).toBe(end)
      }),
    )
  })
  it('never comes earlier by a pass', () => {
    fc.assert(
      fc.property(
        day,
        closed,
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 90 }),
        (from, shut, days, later) => {
          const passed = DateTime.fromISO(from).plus({ days: later }).toISODate()!
          expect(nextDue(passed, { days }, shut)! >= nextDue(from, { days }, shut)!).toBe(true)
        },
      ),
    )
  })
  it('knows the days of the week as a reference calendar does', () => {
    fc.assert(
      fc.property(day, (one) => {
        const weekday = DateTime.fromISO(one).weekday % 7
        expect(isClosed(one, { weekdays: [weekday], days: [] })).toBe(true)
        expect(isClosed(one, { weekdays: [(weekday + 1) % 7], days: [] })).toBe(false)
      }),
    )
  })
})

describe('whether a look is due', () => {
  test.each([
    [{}, 'open'],
    [{ dueOn: TODAY }, 'due'],
    [{ dueOn: null }, 'due'],
    [{ dueOn: 'soon' }, 'due'],
    [{ useEvery: 100, used: 99 }, 'open'],
    [{ useEvery: 100, used: 100 }, 'due'],
    [{ useEvery: 100, used: Number.NaN }, 'due'],
  ] as const)('%o: %s', (change, state) => {
    expect(dueState(lookOf({ occasion: 'monthly', ...change }), TODAY, {})).toBe(state)
  })
  it('has the grace of the shop, but never before use', () => {
    const grace = { monthly: 3 }
    const at = (dueOn: string, occasion: 'monthly' | 'beforeUse' = 'monthly') =>
      dueState(lookOf({ occasion, dueOn }), TODAY, grace)
    expect([at(TODAY), at('2026-11-21'), at('2026-11-20')]).toEqual(['grace', 'grace', 'due'])
    expect(at(TODAY, 'beforeUse')).toBe('due')
  })
})

describe('gear by its looks', () => {
  const monthly = (change: object) => {
    const gear = gearOf()
    return gearOf({
      looks: gear.looks.map((look) =>
        look.occasion === 'monthly' ? { ...look, ...change } : look,
      ),
    })
  }
  it('is unknown while one by the calendar is due, whatever was seen today', () => {
    expect(judgeGear(monthly({ dueOn: '2026-11-01' }))).toMatchObject({
      level: 'unknown',
      sentence: 'Machine M-1: its monthly look is due, since 2026-11-01.',
    })
    expect(judgeGear(monthly({ used: 120, useEvery: 120 })).level).toBe('unknown')
    expect(isDue(monthly({ dueOn: '2026-11-01' }))).toBe(true)
  })
  it('is to be taken care of within the grace', () => {
    const gear = { ...monthly({ dueOn: '2026-11-22' }), grace: { monthly: 5 } }
    expect(judgeGear(gear).level).toBe('caution')
  })
  it('is unknown where a look that its kind has is not on record at all', () => {
    const gear = gearOf()
    const bare = gearOf({ looks: gear.looks.filter(({ occasion }) => occasion !== 'yearly') })
    expect(judgeGear(bare).level).toBe('unknown')
    expect(judgeGear(gearOf({ looks: [] })).level).toBe('unknown')
  })
  it('is unknown after an event until somebody has looked', () => {
    const gear = gearOf({ event: 'fall' })
    expect(judgeGear(gear)).toMatchObject({ level: 'unknown' })
    expect(judgeGear(gear).sentence).toContain('it fell or was struck')
    expect(isDue(gear)).toBe(true)
  })
  it('is stopped by what is fitted to it and locked out', () => {
    const gear = gearOf({ lockedParts: [{ name: 'L-3', reason: 'Cover: cut' }] })
    expect(judgeGear(gear)).toMatchObject({ level: 'stop', legal: true })
    expect(judgeGear(gear).sentence).toBe(
      'Machine M-1 has L-3 on it, which is locked out: Cover: cut.',
    )
  })
  it('a look dated after today is none', () => {
    expect(judgeGear(gearOf({ daysSince: -1 })).level).toBe('unknown')
  })
  it('says everything that speaks against it, worst first', () => {
    const gear = {
      ...monthly({ dueOn: '2026-11-01' }),
      lockedParts: [{ name: 'L-3', reason: 'cut' }],
    }
    expect(judgeGearWhole(gear).map(({ level }) => level)).toEqual(['stop', 'unknown'])
  })
  it('locked is a stop in any state', () => {
    const any = fc.record({
      daysSince: fc.option(fc.integer({ min: -5, max: 500 })),
      lastResult: fc.constantFrom(null, 'pass' as const, 'fail' as const, 'locked' as const),
      event: fc.constantFrom(null, 'fall' as const, 'repair' as const),
      everyDays: fc.integer({ min: 1, max: 366 }),
      lockedParts: fc.constantFrom([], [{ name: 'x', reason: 'y' }]),
    })
    fc.assert(
      fc.property(any, (state) => {
        const locked = gearOf({ ...state, lockReason: 'cut' })
        expect(judgeGear(locked)).toMatchObject({ level: 'stop', legal: true })
        expect(isDue(locked)).toBe(false)
        // Unlocked, more knowledge against it never makes it milder.
        const open = judgeGear(gearOf(state)).level
        const fallen = judgeGear(gearOf({ ...state, event: 'fall' })).level
        expect(['unknown', 'stop']).toContain(fallen)
        if (open === 'stop') expect(fallen).toBe('stop')
      }),
    )
  })
})
