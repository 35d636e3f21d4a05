import type { PermitState } from '#core/permit/lifecycle'
import type { Page, PageQuery } from '#server/db/page'
import { findPermit, listPermits, permitsOfJob } from '#server/db/permit'
import { eventsOf } from '#server/db/permit-event'
import { inOrganisation, type Db } from '#server/db/pool'
import { notFound } from '#server/errors'
import type { Job } from '#shared/job/schema'
import type { Permit, PermitRow } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { loadJob } from '../job/job'
import { judgePermit } from './judge'
import { toPermit, toRow } from './view'

/** A permit judged as everything stands now. */
export async function loadPermit(db: Db, actor: Actor, id: string): Promise<Permit> {
  const row = await findPermit(db, id)
  if (!row) throw notFound('permit')
  const permit = { row, events: await eventsOf(db, row) }
  return toPermit(actor, permit, await judgePermit(db, actor, permit))
}

export const readPermit = (actor: Actor, id: string): Promise<Permit> =>
  inOrganisation(actor.organisation, (db) => loadPermit(db, actor, id))

export function readPermits(
  actor: Actor,
  query: PageQuery & { sort: 'newest' | 'number'; state?: PermitState },
): Promise<Page<PermitRow>> {
  return inOrganisation(actor.organisation, async (db) => {
    const page = await listPermits(db, actor.site, query, actor.now)
    return { ...page, rows: page.rows.map((row) => toRow(row, actor.now)) }
  })
}

/** The job and all its permits, for an open record outside Zonaris. */
export function exportJob(
  actor: Actor,
  id: string,
): Promise<{ format: 'zonaris-job/1'; exportedAt: string; job: Job; permits: Permit[] }> {
  return inOrganisation(actor.organisation, async (db) => {
    const job = await loadJob(db, actor, id)
    const permits: Permit[] = []
    for (const permit of await permitsOfJob(db, id))
      permits.push(await loadPermit(db, actor, permit))
    return { format: 'zonaris-job/1', exportedAt: actor.now.toISOString(), job, permits }
  })
}
