import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { balanceAfter, MOVE_KINDS, toOrder, type Balance } from '#core/stock/ledger'

describe('stock ledger', () => {
  const balance: Balance = { ready: 5, lent: 2, toClean: 1 }
  test.each([
    [
      { kind: 'receive', quantity: 3 },
      { ready: 8, lent: 2, toClean: 1 },
    ],
    [
      { kind: 'issue', quantity: 5 },
      { ready: 0, lent: 2, toClean: 1 },
    ],
    [
      { kind: 'lend', quantity: 2 },
      { ready: 3, lent: 4, toClean: 1 },
    ],
    [
      { kind: 'return', quantity: 2 },
      { ready: 5, lent: 0, toClean: 3 },
    ],
    [
      { kind: 'return', quantity: 1, unused: true },
      { ready: 6, lent: 1, toClean: 1 },
    ],
    [
      { kind: 'clean', quantity: 1 },
      { ready: 6, lent: 2, toClean: 0 },
    ],
    [
      { kind: 'discard', quantity: 3 },
      { ready: 3, lent: 2, toClean: 0 },
    ],
    [
      { kind: 'count', quantity: -5 },
      { ready: 0, lent: 2, toClean: 1 },
    ],
  ] as const)('%o', (move, after) => expect(balanceAfter(balance, move, 2)).toEqual(after))
  test.each([
    [{ kind: 'issue', quantity: 6 }],
    [{ kind: 'lend', quantity: 6 }],
    [{ kind: 'clean', quantity: 2 }],
    [{ kind: 'discard', quantity: 7 }],
    [{ kind: 'count', quantity: -6 }],
    [{ kind: 'return', quantity: 3 }],
    [{ kind: 'receive', quantity: 0 }],
    [{ kind: 'receive', quantity: -1 }],
    [{ kind: 'issue', quantity: 1.5 }],
  ] as const)('refuses %o with a sentence', (move) =>
    expect(typeof balanceAfter(balance, move, 2)).toBe('string'),
  )
  it('never goes below zero, and only taking in, issuing, throwing out and counting change the number of pieces', () => {
    const move = fc.record({
      kind: fc.constantFrom(...MOVE_KINDS),
      quantity: fc.integer({ min: -5, max: 5 }),
      unused: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(move, { maxLength: 40 }), (moves) => {
        let now: Balance = { ready: 3, lent: 0, toClean: 0 }
        for (const entry of moves) {
          const next = balanceAfter(now, entry, now.lent)
          if (typeof next === 'string') continue
          expect(Math.min(next.ready, next.lent, next.toClean)).toBeGreaterThanOrEqual(0)
          const sum = (b: Balance): number => b.ready + b.lent + b.toClean
          const change =
            {
              receive: entry.quantity,
              count: entry.quantity,
              issue: -entry.quantity,
              discard: -entry.quantity,
            }[entry.kind as string] ?? 0
          expect(sum(next) - sum(now)).toBe(change)
          now = next
        }
      }),
    )
  })
  it('orders up to the minimum, counting what comes back from cleaning', () => {
    expect([
      toOrder({ ready: 2, lent: 9, toClean: 1 }, 10),
      toOrder({ ready: 10, lent: 0, toClean: 0 }, 10),
      toOrder({ ready: 0, lent: 0, toClean: 0 }, 0),
    ]).toEqual([7, 0, 0])
  })
})
