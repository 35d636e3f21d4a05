import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeReorder } from '#core/gas/reorder'

const today = '2026-11-26'
const BY = { deliveryDays: 3, today }
const days = (...pattern: number[]): number[] => Array.from({ length: 10 }, () => pattern).flat()
const stock = (amount: number, daily: number[], untold = 0) => ({
  gas: 'Argon',
  amount,
  untold,
  daily,
})

describe('when a gas is ordered', () => {
  it('an even use lasts stock over use, ordered a delivery earlier (by hand)', () => {
    // 20 m3 at 2 m3 a day: 10 days, to 6 December; three days for the delivery.
    const answer = judgeReorder(stock(20, days(2, 2)), BY)
    expect(answer).toMatchObject({
      mean: 2,
      spread: 0,
      lasts: { surely: '2026-12-06', likely: '2026-12-06' },
      orderBy: '2026-12-03',
    })
    expect(answer.finding.level).toBe('clear')
  })
  it('an uneven use is ordered earlier, by the spread of a day (worked by hand)', () => {
    // 1 and 3 in turn: mean 2, s = sqrt(20/19) = 1.026. n with 2n + 1.645 x 1.026 sqrt(n) = 20: sqrt(n) = 2.768, n = 7.66.
    const answer = judgeReorder(stock(20, days(1, 3)), BY)
    expect(answer.spread).toBeCloseTo(1.026, 3)
    expect(answer.lasts).toEqual({ surely: '2026-12-03', likely: '2026-12-06' })
    expect(answer.orderBy).toBe('2026-11-30')
  })
  it('with less than a delivery left it is ordered today', () => {
    const answer = judgeReorder(stock(5, days(2, 2)), BY)
    expect(answer).toMatchObject({ orderBy: today, finding: { level: 'caution' } })
    expect(judgeReorder(stock(0, days(2, 2)), BY)).toMatchObject({
      orderBy: today,
      lasts: { surely: today },
    })
  })
  it.each<[string, ReturnType<typeof stock>, number | null]>([
    [
      'too few days',
      stock(
        20,
        Array.from({ length: 13 }, () => 2),
      ),
      3,
    ],
    ['nothing on record', stock(20, []), 3],
    ['a use that is no number', stock(20, [...days(2, 2), NaN]), 3],
    ['a negative use', stock(20, [...days(2, 2), -1]), 3],
    ['a stock that is no number', stock(Infinity, days(2, 2)), 3],
    ['a negative stock', stock(-1, days(2, 2)), 3],
    ['a delivery nobody told', stock(20, days(2, 2)), null],
    ['a delivery that is no number', stock(20, days(2, 2)), NaN],
  ])('%s: no date', (_, given, deliveryDays) => {
    const answer = judgeReorder(given, { deliveryDays, today })
    expect([answer.finding.level, answer.orderBy]).toEqual(['unknown', null])
  })
  it('what nobody uses lasts for years, and so does what is hardly used', () => {
    for (const daily of [days(0, 0), days(1e-9, 1e-9)])
      expect(judgeReorder(stock(20, daily), BY)).toMatchObject({
        orderBy: null,
        lasts: null,
        finding: { level: 'clear' },
      })
  })
  it('more in stock never has to be ordered earlier; a longer delivery never later', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 10, noNaN: true }), { minLength: 14, maxLength: 90 }),
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.nat(30),
        (daily, amount, more, deliveryDays) => {
          const by = (held: number, delivery: number) =>
            judgeReorder(stock(held, daily), { deliveryDays: delivery, today }).orderBy ?? '9999'
          expect(by(amount + more, deliveryDays) >= by(amount, deliveryDays)).toBe(true)
          expect(by(amount, deliveryDays + 2) <= by(amount, deliveryDays)).toBe(true)
        },
      ),
    )
  })
})
