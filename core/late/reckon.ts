/** What a phone says of its clock, and what the server says of its own. All in ms since the epoch, but where it says otherwise. */
export interface Clocks {
  /** The phone's clock when the entry was made. */
  enteredAt: number
  /** The phone's clock when the entry was sent. */
  sentAt: number
  /** Server less phone when the phone last heard from the server before it made the entry, ms; null: it never did. */
  skewThen: number | null
  /** The server's clock when the entry came. */
  receivedAt: number
  /** The clock of the shop at that moment; in a rehearsal it runs faster. */
  shopNow: number
  /** How much faster. */
  factor: number
}

/** Why it is not known when an entry was made. */
export const UNSURE = ['never_heard', 'clock_changed', 'backwards', 'too_old'] as const
type Unsure = (typeof UNSURE)[number]

export type Reckoned =
  { madeAt: number; skew: number } | { madeAt: null; skew: number; because: Unsure }

/** The way from phone to server and a clock that goes a little wrong; more, and the clock was set meanwhile, ms. Our own bound. */
export const SKEW_SLACK = 60_000
/** An entry that waited longer is not reckoned back, ms. Our own bound. */
export const WAITED_MOST = 7 * 86_400_000

/**
 * When an entry was made that came later, by the clock of the shop: as long before now as the phone says that it waited, provided that the
 * phone's clock was not set in between. A clock that is wrong by hours and stays so does no harm.
 * @returns ms since the epoch, and how far the phone is off (server less phone, ms); anything not finite is unknown
 */
export function reckonMade(clocks: Clocks): Reckoned {
  const { enteredAt, sentAt, skewThen, receivedAt, shopNow, factor } = clocks
  const skew = receivedAt - sentAt
  const waited = sentAt - enteredAt
  const unsure = (because: Unsure): Reckoned => ({ madeAt: null, skew, because })
  if (skewThen === null) return unsure('never_heard')
  if (waited < 0) return unsure('backwards')
  if (waited > WAITED_MOST) return unsure('too_old')
  const madeAt = shopNow - waited * factor
  const isSteady = Math.abs(skew - skewThen) <= SKEW_SLACK
  return isSteady && Number.isFinite(madeAt) ? { madeAt, skew } : unsure('clock_changed')
}
