import { dayAfter } from '#core/calendar/day'
import { randomUUID } from 'node:crypto'
import { REMIND_DAYS } from '#core/people/reminders'
import { inOrganisation } from '#server/db/pool'
import { activeLeads, findPerson, insertPerson, listPeople, updatePerson } from '#server/db/person'
import { forgetDevices } from '#server/db/sign-in'
import type { Page } from '#server/db/page'
import { AppError, conflict, notFound } from '#server/errors'
import type { Person, PersonBody } from '#shared/people/schema'
import { isStaff, record, type Actor } from '../actor'
import { mayKnow } from '../privacy'
import { hashSecret } from '../sign-in/password'
import { requireUncommon } from '../sign-in/common-passwords'
import { scopeOf } from '../shop/shop'
import { changedMeanwhile } from '../version'

export const readPeople = (
  actor: Actor,
  query: Parameters<typeof listPeople>[2],
): Promise<Page<Person>> =>
  inOrganisation(actor.organisation, async (db) => {
    if (query.show === 'expiring' && !isStaff(actor))
      throw new AppError(403, 'forbidden', 'What runs out is between each person and the staff.')
    // Only those whose record runs out need the calendar of the site.
    const expiringBy =
      query.show === 'expiring'
        ? dayAfter((await scopeOf(db, actor)).today, REMIND_DAYS)
        : undefined
    const page = await listPeople(db, actor.site, query, expiringBy)
    return { ...page, rows: page.rows.map((person) => asSeen(actor, person)) }
  })

/** A person as this actor may see them: until when they are cleared is no business of others. */
export const asSeen = (actor: Actor, person: Person): Person =>
  mayKnow(actor, person.id) ? person : { ...person, respiratorUntil: null, fitTestOn: null }

/** Secrets are hashed before the transaction, so that no connection waits for it. */
async function personRow(body: PersonBody) {
  const { password, pin, ...rest } = body
  if (password) requireUncommon(password, body, 'password')
  return {
    ...rest,
    passwordHash: password ? await hashSecret(password) : null,
    pinHash: pin ? await hashSecret(pin) : null,
  }
}

/** What the log may show of a person: never a secret, nor a name, for the log outlives both. */
const shown = ({ role, active, courseId, fireWatchTrainedOn }: PersonBody): object => ({
  role,
  active,
  courseId,
  fireWatchTrainedOn,
})

/** What an edit may be told of: a secret is not. */
const shownOf = ({ password: _, pin: __, ...rest }: PersonBody): object => rest

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
    if (!(await updatePerson(db, id, row))) {
      const now = await findPerson(db, id)
      throw now ? changedMeanwhile(shownOf(body), now) : notFound('person')
    }
    if ((await activeLeads(db)).length === 0)
      throw conflict('Someone who can sign in must stay safety lead.', 'last_lead')
    if (!body.active || body.password) await forgetDevices(db, id)
    await record(db, actor, 'person_changed', 'person', id, shown(body))
    if (body.password) await record(db, actor, 'password_reset', 'person', id)
    if (body.pin) await record(db, actor, 'pin_reset', 'person', id)
  })
}
