import { describe, expect, it, test } from 'vitest'
import { balanceAfter, toOrder, type Balance, type MoveKind } from '#core/stock/ledger'

describe('the shelf to the last piece', () => {
  const BALANCE: Balance = { ready: 3, lent: 2, toClean: 1 }
  const after = (kind: MoveKind, quantity: number, held = 0, unused?: boolean) =>
    balanceAfter(BALANCE, { kind, quantity, ...(unused && { unused }) }, held)
  test.each([
    ['receive', 2, { ready: 5, lent: 2, toClean: 1 }],
    ['count', -3, { ready: 0, lent: 2, toClean: 1 }],
    ['count', -4, 'Only 3 on the shelf.'],
    ['count', 1, { ready: 4, lent: 2, toClean: 1 }],
    ['issue', 3, { ready: 0, lent: 2, toClean: 1 }],
    ['issue', 4, 'Only 3 on the shelf.'],
    ['lend', 3, { ready: 0, lent: 5, toClean: 1 }],
    ['lend', 4, 'Only 3 on the shelf.'],
    ['clean', 1, { ready: 4, lent: 2, toClean: 0 }],
    ['clean', 2, 'Only 1 to clean.'],
    ['discard', 1, { ready: 3, lent: 2, toClean: 0 }],
    ['discard', 4, { ready: 0, lent: 2, toClean: 0 }],
    ['discard', 5, 'Only 3 on the shelf.'],
    ['receive', 0, 'Enter how many pieces.'],
    ['receive', -1, 'Enter how many pieces.'],
    ['receive', 1.5, 'Enter how many pieces.'],
  ] as [MoveKind, number, unknown][])('%s %s', (kind, quantity, expected) =>
    expect(after(kind, quantity)).toEqual(expected),
  )
  it('comes back from who has it, to be cleaned unless it was not worn', () => {
    expect(after('return', 1)).toBe('This person has none of it on loan.')
    expect(after('return', 2, 1)).toBe('This person has only 1 on loan.')
    expect(after('return', 1, 1)).toEqual({ ready: 3, lent: 1, toClean: 2 })
    expect(after('return', 2, 2, true)).toEqual({ ready: 5, lent: 0, toClean: 1 })
  })
  it('is ordered up to its minimum, what is out for cleaning counted', () => {
    expect([toOrder(BALANCE, 3), toOrder(BALANCE, 4), toOrder(BALANCE, 6)]).toEqual([0, 0, 2])
  })
})
