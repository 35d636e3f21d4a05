import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import { inOrganisation, type Db } from '#server/db/pool'
import { activeLeads, insertPerson, listPeople, updatePerson } from '#server/db/person'
import { revokeSignInsOf } from '#server/db/session'
import { findSite, updateSite } from '#server/db/site'
import { insertStation, listStations, updateStation } from '#server/db/station'
import type { ItemScope } from '#server/db/item'
import type { Page, PageQuery } from '#server/db/page'
import { conflict, notFound } from '#server/http/errors'
import type { Person, PersonBody } from '#shared/session/schema'
import type { siteBody, Station, StationBody } from '#shared/shop/schema'
import { record, type Actor } from '../actor'
import { hashSecret } from '../session/password'

/** The site's zone decides what day it is. */
export async function scopeOf(db: Db, actor: Actor): Promise<ItemScope> {
  const site = await findSite(db, actor.site)
  return { site: actor.site, now: actor.now, timeZone: site.time_zone }
}

export async function changeSite(actor: Actor, body: z.output<typeof siteBody>): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    await updateSite(db, actor.site, body)
    await record(db, actor, 'site_changed', 'site', actor.site, body)
  })
}

export const readStations = (actor: Actor): Promise<Station[]> => inOrganisation(actor.organisation, db => listStations(db, actor.site))

export async function addStation(actor: Actor, body: StationBody): Promise<{ id: string }> {
  const id = randomUUID()
  await inOrganisation(actor.organisation, async (db) => {
    await insertStation(db, { ...body, id, organisation: actor.organisation, site: actor.site, rehearsal: actor.rehearsal })
    await record(db, actor, 'station_added', 'station', id, body)
  })
  return { id }
}

export async function changeStation(actor: Actor, id: string, body: StationBody): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    if (!await updateStation(db, id, body)) throw notFound('station')
    await record(db, actor, 'station_changed', 'station', id, body)
  })
}

export const readPeople = (actor: Actor, query: PageQuery & { sort: 'name' | 'role' }): Promise<Page<Person>> =>
  inOrganisation(actor.organisation, db => listPeople(db, actor.site, query))

/** Secrets are hashed before the transaction, so that no connection waits for it. */
async function personRow(body: PersonBody) {
  const { password, pin, ...rest } = body
  return { ...rest, passwordHash: password ? await hashSecret(password) : null, pinHash: pin ? await hashSecret(pin) : null }
}

/** What the log may show of a person: never a secret. */
const shown = ({ password: _, pin: __, ...rest }: PersonBody): object => rest

export async function addPerson(actor: Actor, body: PersonBody): Promise<{ id: string }> {
  const id = randomUUID()
  const row = await personRow(body)
  await inOrganisation(actor.organisation, async (db) => {
    await insertPerson(db, { ...row, id, organisation: actor.organisation, site: actor.site, at: actor.now, rehearsal: actor.rehearsal })
    await record(db, actor, 'person_added', 'person', id, shown(body))
  })
  return { id }
}

export async function changePerson(actor: Actor, id: string, body: PersonBody): Promise<void> {
  const row = await personRow(body)
  await inOrganisation(actor.organisation, async (db) => {
    if (!await updatePerson(db, id, row)) throw notFound('person')
    if ((await activeLeads(db)).length === 0) throw conflict('Someone who can sign in must stay safety lead.', 'last_lead')
    if (!body.active || body.password) await revokeSignInsOf(db, id)
    await record(db, actor, 'person_changed', 'person', id, shown(body))
  })
}
