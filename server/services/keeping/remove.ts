import { RECORD_KINDS, type RecordKind } from '#core/keeping/rules'
import { appendAudit } from '#server/db/audit'
import { dropEmptyMonths, keepingSites, removeDue } from '#server/db/keeping'
import { inOrganisation, inTransaction } from '#server/db/pool'

/** So much goes in one transaction: whoever writes waits for no more than that. */
const AT_ONCE = 500
/** So often in a row for each kind; the rest goes an hour later. */
const MOST_TURNS = 40

/** Let go of what is due by the rules of each site. Cut off or done twice, the next time finds what is left. @returns how much went */
export async function removeWhatIsDue(now: Date): Promise<number> {
  let gone = 0
  for (const place of await inTransaction((db) => keepingSites(db, now)))
    for (const kind of RECORD_KINDS)
      for (let turn = 0; turn < MOST_TURNS; turn++) {
        const went = await removeSome(place, kind, now)
        gone += went
        if (went === 0) break
      }
  await inTransaction((db) => dropEmptyMonths(db, now))
  return gone
}

/** In one transaction with its line in the audit. */
const removeSome = (
  { organisation, site }: { organisation: string; site: string },
  kind: RecordKind,
  now: Date,
): Promise<number> =>
  inOrganisation(organisation, async (db) => {
    const count = await removeDue(db, site, kind, now, AT_ONCE)
    if (count > 0)
      await appendAudit(db, {
        organisation,
        at: now,
        person: null,
        action: 'records_removed',
        subject: 'site',
        subjectId: site,
        details: { kind, count },
        rehearsal: false,
      })
    return count
  })
