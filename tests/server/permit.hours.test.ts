import { describe, expect, it, test } from 'vitest'
import type { SiteRow } from '#server/db/site'
import { hoursOf } from '#server/services/permit/hours'
import { siteHour } from '#server/services/shop/day'

const HALIFAX = 'America/Halifax'
const site = (closed: { weekdays?: number[]; days?: string[] } = {}): SiteRow =>
  ({
    time_zone: HALIFAX,
    inspection: { closed: { weekdays: [], days: [], ...closed } },
  }) as unknown as SiteRow
const permit = (from: string, to: string, watch = 60) => ({
  valid_from: new Date(from),
  valid_to: new Date(to),
  watch_minutes: watch,
  monitor_minutes: 0,
})

describe('the clock of a site', () => {
  test.each([
    // The night in which clocks go back: 01:30 comes twice.
    ['2026-11-01T04:30:00Z', 1.5],
    ['2026-11-01T05:30:00Z', 1.5],
    // The night in which they go forward: 02:30 does not come.
    ['2026-03-08T05:59:00Z', 1 + 59 / 60],
    ['2026-03-08T06:00:00Z', 3],
  ])('at %s it is %s h', (instant, hour) =>
    expect(siteHour(new Date(instant), HALIFAX)).toBeCloseTo(hour, 9),
  )
})

describe('hours of a permit', () => {
  it('by day, work and watch', () =>
    expect(hoursOf(permit('2026-11-26T12:00:00Z', '2026-11-26T20:00:00Z'), site())).toEqual({
      isAtNight: false,
      isShut: false,
    }))
  it('a watch that goes into the night counts', () => {
    const until = (minutes: number) =>
      hoursOf(permit('2026-11-26T18:00:00Z', '2026-11-27T01:30:00Z', minutes), site()).isAtNight
    // 21:30 at the site, and its watch.
    expect(until(30)).toBe(false)
    expect(until(31)).toBe(true)
  })
  it('through the night in which the clock is changed it is night, whatever it shows', () =>
    expect(hoursOf(permit('2026-11-01T04:30:00Z', '2026-11-01T05:30:00Z'), site()).isAtNight).toBe(
      true,
    ))
  it('a shut day at its beginning or its end counts', () => {
    const long = permit('2026-11-26T20:00:00Z', '2026-11-27T03:30:00Z')
    expect(hoursOf(long, site({ days: ['2026-11-26'] })).isShut).toBe(true)
    expect(hoursOf(long, site({ days: ['2026-11-27'] })).isShut).toBe(true)
    expect(hoursOf(long, site({ days: ['2026-11-28'] })).isShut).toBe(false)
  })
})
