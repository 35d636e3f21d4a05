import type { z } from 'zod'
import { inOrganisation } from '#server/db/pool'
import { newestSpots } from '#server/db/spot'
import type { spotSchema } from '#shared/monitor/schema'
import type { Actor } from '../actor'

/** What a camera read longer ago is of another place by now, ms. */
const FRESH = 2 * 60_000

/** What each camera of the site reads now. */
export const readSpots = (actor: Actor): Promise<z.input<typeof spotSchema>[]> =>
  inOrganisation(actor.organisation, async (db) => {
    const rows = await newestSpots(db, actor.site, new Date(actor.now.getTime() - FRESH))
    return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }))
  })
