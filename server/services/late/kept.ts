import type { Reckoned } from '#core/late/reckon'
import type { LateMark } from '#shared/late/schema'

/** An entry that was made without a signal, as far as it is known when. */
export interface Late {
  mark: LateMark
  /** Of the route, its address and its body. */
  digest: string
  receivedAt: Date
  reckoned: Reckoned
}
