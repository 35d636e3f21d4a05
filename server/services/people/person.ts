import { dayAfter } from '#core/calendar/day'
import { randomUUID } from 'node:crypto'
import { REMIND_DAYS } from '#core/people/reminders'
import { inOrganisation } from '#server/db/pool'
import { activeLeads, insertPerson, listPeople, updatePerson } from '#server/db/person'
import { revokeSignInsOf } from '#server/db/sign-in'
import type { Page } from '#server/db/page'
import { conflict, notFound } from '#server/errors'
import type { Person, PersonBody } from '#shared/people/schema'
import { record, type Actor } from '../actor'
import { hashSecret } from '../sign-in/password'
import { scopeOf } from '../shop/shop'

export const readPeople = (
  actor: Actor,
  query: Parameters<typeof listPeople>[2],
): Promise<Page<Person>> =>
  inOrganisation(actor.organisation, async (db) => {
    // Only those whose record runs out need the calendar of the site.
    const expiringBy =
      query.show === 'expiring'
        ? dayAfter((await scopeOf(db, actor)).today, REMIND_DAYS)
        : undefined
    return listPeople(db, actor.site, query, expiringBy)
  })

/** Secrets are hashed before the transaction, so that no connection waits for it. */
async function personRow(body: PersonBody) {
  const { password, pin, ...rest } = body
  return {
    ...rest,
    passwordHash: password ? await hashSecret(password) : null,
    pinHash: pin ? await hashSecret(pin) : null,
  }
}

/** What the log may show of a person: never a secret. */
const shown = ({ password: _, pin: __, ...rest }: PersonBody): object => rest

export async function addPerson(actor: Actor, body: PersonBody): Promise<{ id: string }> {
  const id = randomUUID()
  const row = await personRow(body)
  await inOrganisation(actor.organisation, async (db) => {
    await insertPerson(db, {
      ...row,
      id,
      organisation: actor.organisation,
      site: actor.site,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'person_added', 'person', id, shown(body))
  })
  return { id }
}

export async function changePerson(actor: Actor, id: string, body: PersonBody): Promise<void> {
  const row = await personRow(body)
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await updatePerson(db, id, row))) throw notFound('person')
    if ((await activeLeads(db)).length === 0)
      throw conflict('Someone who can sign in must stay safety lead.', 'last_lead')
    if (!body.active || body.password) await revokeSignInsOf(db, id)
    await record(db, actor, 'person_changed', 'person', id, shown(body))
  })
}
