export const MOVE_KINDS = [
  'receive',
  'issue',
  'lend',
  'return',
  'clean',
  'discard',
  'count',
] as const
export type MoveKind = (typeof MOVE_KINDS)[number]
export const MOVE_NAME: Record<MoveKind, string> = {
  receive: 'Take in',
  issue: 'Issue for good',
  lend: 'Lend',
  return: 'Take back',
  clean: 'Cleaned',
  discard: 'Throw out',
  count: 'Correct the count',
}

/** Pieces on the shelf, out on loan, and back but not yet cleaned. */
export interface Balance {
  ready: number
  lent: number
  toClean: number
}

export interface Move {
  kind: MoveKind
  /** Pieces; negative only when a count is corrected downwards. */
  quantity: number
  /** Came back without having been worn, so it needs no cleaning. */
  unused?: boolean
}

/**
 * Balance after a move, or the sentence that says why it cannot be.
 * A loaner that comes back is cleaned before it is lent again; pieces are never below zero.
 * @param heldByPerson pieces that the person of the move has on loan
 */
export function balanceAfter(balance: Balance, move: Move, heldByPerson = 0): Balance | string {
  const { kind, quantity } = move
  if (!Number.isInteger(quantity) || quantity === 0 || (quantity < 0 && kind !== 'count'))
    return 'Enter how many pieces.'
  const { ready, lent, toClean } = balance
  switch (kind) {
    case 'receive':
      return { ...balance, ready: ready + quantity }
    case 'count':
      return ready + quantity < 0
        ? `Only ${ready} on the shelf.`
        : { ...balance, ready: ready + quantity }
    case 'issue':
      return short(ready, quantity) ?? { ...balance, ready: ready - quantity }
    case 'lend':
      return (
        short(ready, quantity) ?? { ...balance, ready: ready - quantity, lent: lent + quantity }
      )
    case 'return':
      if (quantity > heldByPerson)
        return heldByPerson === 0
          ? 'This person has none of it on loan.'
          : `This person has only ${heldByPerson} on loan.`
      return {
        ready: move.unused ? ready + quantity : ready,
        lent: lent - quantity,
        toClean: move.unused ? toClean : toClean + quantity,
      }
    case 'clean':
      return quantity > toClean
        ? `Only ${toClean} to clean.`
        : { ...balance, ready: ready + quantity, toClean: toClean - quantity }
    case 'discard': {
      // What came back broken goes first: it is not cleaned and lent again.
      const dirty = Math.min(toClean, quantity)
      return (
        short(ready, quantity - dirty) ?? {
          ...balance,
          ready: ready - (quantity - dirty),
          toClean: toClean - dirty,
        }
      )
    }
  }
}

const short = (ready: number, wanted: number): string | null =>
  wanted > ready ? `Only ${ready} on the shelf.` : null

/** Pieces to order so that the shelf is at its minimum again; what is out for cleaning counts, what is lent does not. */
export const toOrder = (balance: Balance, minimum: number): number =>
  Math.max(0, minimum - balance.ready - balance.toClean)
