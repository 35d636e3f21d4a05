import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { reckonMade, SKEW_SLACK, WAITED_MOST, type Clocks } from '#core/late/reckon'

const HOUR = 3_600_000
const NOW = Date.UTC(2026, 10, 27, 15)
/** Made ten minutes ago on a phone that is right. */
const clocks = (change: Partial<Clocks> = {}): Clocks => ({
  enteredAt: NOW - 600_000,
  sentAt: NOW,
  skewThen: 0,
  receivedAt: NOW,
  shopNow: NOW,
  factor: 1,
  ...change,
})

describe('when an entry was made that comes later', () => {
  it('is as long ago as the phone says that it waited', () =>
    expect(reckonMade(clocks())).toEqual({ madeAt: NOW - 600_000, skew: 0 }))
  it('does not depend on how wrong the phone is, as long as it stays so', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -900, max: 900 }),
        fc.integer({ min: 0, max: 160 }),
        (off, waited) => {
          const ahead = off * HOUR
          const sentAt = NOW + ahead
          const { madeAt } = reckonMade(
            clocks({ enteredAt: sentAt - waited * HOUR, sentAt, skewThen: -ahead }),
          )
          expect(madeAt).toBe(NOW - waited * HOUR)
        },
      ),
    ))
  it('in a rehearsal the shop went on faster meanwhile', () =>
    expect(reckonMade(clocks({ factor: 60 })).madeAt).toBe(NOW - 600_000 * 60))
  it.each<[string, Partial<Clocks>, string]>([
    ['set by more than a minute in between', { skewThen: SKEW_SLACK + 1 }, 'clock_changed'],
    ['set back in between', { skewThen: -SKEW_SLACK - 1 }, 'clock_changed'],
    ['never held against the server', { skewThen: null }, 'never_heard'],
    ['running backwards', { enteredAt: NOW + 1 }, 'backwards'],
    ['waiting for more than a week', { enteredAt: NOW - WAITED_MOST - 1 }, 'too_old'],
    ['without a time', { enteredAt: NaN }, 'clock_changed'],
    ['sent at no time', { sentAt: NaN }, 'clock_changed'],
    ['of a shop without a clock', { shopNow: Infinity }, 'clock_changed'],
    ['with an endless skew', { skewThen: Infinity }, 'clock_changed'],
  ])('is not known of a phone %s', (_, change, because) =>
    expect(reckonMade(clocks(change))).toMatchObject({ madeAt: null, because }),
  )
  it('at the bounds it is known', () => {
    expect(reckonMade(clocks({ skewThen: SKEW_SLACK })).madeAt).toBe(NOW - 600_000)
    expect(reckonMade(clocks({ enteredAt: NOW - WAITED_MOST })).madeAt).toBe(NOW - WAITED_MOST)
  })
})
