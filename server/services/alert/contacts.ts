import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import {
  insertContact,
  listContacts,
  removeContact,
  updateContact,
  type ContactRow,
} from '#server/db/outside-contact'
import { inOrganisation } from '#server/db/pool'
import { notFound } from '#server/errors'
import type { contactBody } from '#shared/alert/schema'
import { record, type Actor } from '../actor'
import { changedMeanwhile } from '../version'

type Body = z.output<typeof contactBody>

export const readContacts = (actor: Actor): Promise<ContactRow[]> =>
  inOrganisation(actor.organisation, (db) => listContacts(db, actor.site))

export const addContact = (
  actor: Actor,
  { version: _, ...fields }: Body,
): Promise<{ id: string }> =>
  inOrganisation(actor.organisation, async (db) => {
    const id = randomUUID()
    const { organisation, site } = actor
    await insertContact(db, { ...fields, id, organisation, site })
    await record(db, actor, 'contact_added', 'contact', id, fields)
    return { id }
  })

export const changeContact = (actor: Actor, id: string, body: Body): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    if (!(await updateContact(db, actor.site, { ...body, id }))) {
      const now = (await listContacts(db, actor.site)).find((one) => one.id === id)
      if (!now) throw notFound('contact')
      throw changedMeanwhile(body, now)
    }
    await record(db, actor, 'contact_changed', 'contact', id, body)
  })

export const dropContact = (actor: Actor, id: string): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    if (!(await removeContact(db, actor.site, id, actor.now))) throw notFound('contact')
    await record(db, actor, 'contact_removed', 'contact', id)
  })
