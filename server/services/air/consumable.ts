import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import type { Composition } from '#core/fume/composition'
import { insertConsumable, listConsumables, retireConsumable } from '#server/db/air'
import { inOrganisation, type Db } from '#server/db/pool'
import { conflict, fieldError, notFound } from '#server/errors'
import type { OwnConsumable } from '#shared/fume/schema'
import type { importBody, ImportPreview } from '#shared/files/schema'
import { record, type Actor } from '../actor'
import { inPool } from '#server/heavy/pool'

export const readConsumables = (actor: Actor): Promise<OwnConsumable[]> =>
  inOrganisation(actor.organisation, (db) => listConsumables(db, actor.site))

export function addConsumable(actor: Actor, composition: Composition): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, (db) => insert(db, actor, composition))
}

async function insert(db: Db, actor: Actor, composition: Composition): Promise<{ id: string }> {
  const id = randomUUID()
  await insertConsumable(db, {
    id,
    organisation: actor.organisation,
    site: actor.site,
    person: actor.person,
    composition,
    at: actor.now,
    rehearsal: actor.rehearsal,
  })
  await record(db, actor, 'consumable_added', 'consumable', id, {
    name: composition.name,
    reference: composition.reference,
  })
  return { id }
}

export function setRetired(actor: Actor, id: string, retired: boolean): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await retireConsumable(db, id, retired))) throw notFound('consumable')
    await record(
      db,
      actor,
      retired ? 'consumable_retired' : 'consumable_brought_back',
      'consumable',
      id,
    )
  })
}

/** Show what a file would add, or add exactly that; nothing while one row is broken. Names that are there already are left as they are. */
export async function importConsumables(
  actor: Actor,
  body: z.output<typeof importBody>,
): Promise<ImportPreview> {
  const known = await inOrganisation(actor.organisation, (db) => namesOf(db, actor))
  const { text, format } = body
  const plan = await inPool('planConsumables', actor.person, { text, format, known })
  const { rows, header, fresh } = plan
  if (!body.apply) return { rows, header, applied: 0 }
  const broken = rows.filter((row) => row.state === 'broken').length
  if (header.length > 0) throw fieldError('text', header[0]!)
  if (broken > 0) throw fieldError('text', `${broken} rows are broken. Nothing was taken over.`)
  await inOrganisation(actor.organisation, async (db) => {
    const now = await namesOf(db, actor)
    if (fresh.some(({ name }) => now.has(name.toLowerCase())))
      throw conflict('Consumables were added meanwhile. Look at the preview again.', 'changed')
    for (const composition of fresh) await insert(db, actor, composition)
  })
  return { rows, header, applied: fresh.length }
}

const namesOf = async (db: Db, actor: Actor): Promise<Set<string>> =>
  new Set((await listConsumables(db, actor.site)).map((row) => row.composition.name.toLowerCase()))
