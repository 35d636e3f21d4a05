import { erasePerson, holdFormer } from '#server/db/erase'
import { findPersonBrief } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import { releasePerson } from '#server/db/sign-in'
import { loansOf } from '#server/db/stock'
import { conflict, notFound } from '#server/errors'
import { record, type Actor } from '../actor'

/**
 * Take the name and the health data of somebody who left out of the records. Permits, inspections and jobs stand under a
 * made-up name; sampling results stay as they are, for employers keep exposure records for 30 years (29 CFR 1910.1020(d)(1)(ii)).
 * Twice is once.
 */
export function eraseFormer(actor: Actor, id: string): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    const former = await holdFormer(db, id)
    if (!former) throw notFound('person')
    if (former.erased_at) return
    if (former.active)
      throw conflict('This person works here. Mark them as left first.', 'still_here')
    const [loan] = await loansOf(db, { people: [id] })
    if (loan)
      throw conflict(
        `${loan.name} is still on loan to this person. Take it back or write it off first.`,
        'on_loan',
      )
    await erasePerson(db, id, `Former person ${id.slice(0, 8)}`, actor.now)
    await record(db, actor, 'person_erased', 'person', id)
  })
}

/** Let somebody in again who waits after wrong tries. */
export function release(actor: Actor, id: string): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await findPersonBrief(db, id))) throw notFound('person')
    const released = await releasePerson(db, id)
    if (released > 0) await record(db, actor, 'person_released', 'person', id)
  })
}
