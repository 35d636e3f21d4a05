import { listLateEntries, type LateEntryRow } from '#server/db/late'
import { inOrganisation } from '#server/db/pool'
import type { LateEntry } from '#shared/late/schema'
import { isStaff, type Actor } from '../actor'

const SHOWN_MOST = 200

/** What came late, newest first: the whole site for staff, the own for others. */
export const readLateEntries = (
  actor: Actor,
  { refused }: { refused: boolean },
): Promise<LateEntry[]> =>
  inOrganisation(actor.organisation, async (db) => {
    const person = isStaff(actor) ? null : actor.person
    const rows = await listLateEntries(db, actor.site, { person, refused, most: SHOWN_MOST })
    return rows.map(toEntry)
  })

const toEntry = (row: LateEntryRow): LateEntry => ({
  phone: row.phone_id,
  phoneName: row.phone,
  number: row.number,
  person: row.person,
  route: row.route,
  subject: row.subject,
  about: row.about ?? '',
  enteredAt: row.entered_at.toISOString(),
  receivedAt: row.received_at.toISOString(),
  skew: row.received_at.getTime() - row.sent_at.getTime(),
  madeAt: row.made_at?.toISOString() ?? null,
  refusal: row.refusal,
  content: row.content,
  missing: row.number - row.before - 1,
})
