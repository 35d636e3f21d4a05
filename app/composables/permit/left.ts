import type { Shift } from '#shared/shop/schema'
import { clockText, useServerClock } from '~/composables/clock'
import { useSiteTime } from '~/composables/time'

type Running = Pick<Shift['running'][number], 'endsAt' | 'validTo'>

/** Of a permit that runs: until when, how long its watch still goes, or what is left to do. */
export function useLeft() {
  const { now } = useServerClock()
  const { clock } = useSiteTime()
  function leftOf({ endsAt, validTo }: Running): string {
    if (endsAt === null) return `until ${clock(validTo)}`
    const still = Date.parse(endsAt) - now.value
    return still > 0 ? clockText(still) : 'Last round'
  }
  return { leftOf }
}
