import { permitRoutes } from '#shared/permit/routes'
import type { Shift } from '#shared/shop/schema'
import { call } from '~/composables/api'
import { keptOwner } from '~/composables/offline/owner'

/** What was kept is read anew after so long, ms; while its page is open, that keeps it newer. */
const FRESH_MS = 5 * 60_000

/** By the person it is kept for, and the permit. */
const readAt = new Map<string, number>()

/** Watches of one's own are kept on this device before they are opened: where they are walked there may be no signal. */
export async function keepAhead(running: Shift['running']): Promise<void> {
  for (const { id } of running.filter(({ mine }) => mine)) {
    const key = `${keptOwner()} ${id}`
    if (Date.now() - (readAt.get(key) ?? 0) < FRESH_MS) continue
    readAt.set(key, Date.now())
    // What is not heard now is tried again with the next look at the shift.
    await call(permitRoutes.permit, { params: { id } }).catch(() => readAt.delete(key))
  }
}
