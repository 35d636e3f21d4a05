import { getClock } from '#server/clock'
import { appendAudit } from '#server/db/audit'
import { inOrganisation, type Db } from '#server/db/pool'

/** Into the audit, where nobody is signed in yet. */
export async function told(
  db: Db,
  organisation: string,
  person: string,
  action: string,
  details: object = {},
): Promise<void> {
  const clock = await getClock()
  await appendAudit(db, {
    organisation,
    at: clock.now(),
    person: action === 'signed_in' ? person : null,
    action,
    subject: 'person',
    subjectId: person,
    details,
    rehearsal: clock.factor !== 1,
  })
}

/** The same in a transaction of its own, as nothing else is written. */
export const toldAlone = (organisation: string, person: string, action: string): Promise<void> =>
  inOrganisation(organisation, (db) => told(db, organisation, person, action))
