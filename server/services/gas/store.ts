import { randomUUID } from 'node:crypto'
import { fullContents, volumePerKg } from '#core/gas/cylinder'
import { judgeStorage, type Stored } from '#core/gas/storage'
import { cylindersOfStores } from '#server/db/cylinder'
import { findGasStore, insertGasStore, listGasStores, updateGasStore } from '#server/db/gas-store'
import { inOrganisation } from '#server/db/pool'
import { notFound } from '#server/errors'
import type { Finding } from '#core/finding/finding'
import type { Cylinder, GasStore, GasStoreBody } from '#shared/gas/schema'
import { record, type Actor } from '../actor'
import { scopeOf } from '../shop/shop'
import { changedMeanwhile } from '../version'
import { asCylinder } from './cylinder'

/** More than any store holds; a rack of more is no rack. */
const RACK_MOST = 500

export const readStores = (actor: Actor): Promise<GasStore[]> =>
  inOrganisation(actor.organisation, (db) => listGasStores(db, actor.site))

/** What the rules of storage look at; a state that is not told counts as full. */
export const asStored = (one: Cylinder): Stored => ({
  label: one.label,
  parts: one.parts,
  full: fullContents({ ...one, plus: false }),
  liquidPetroleum:
    one.parts?.propane && one.nominal !== null ? one.nominal / volumePerKg(one.parts) : null,
  state: one.state === null || one.state === 'returned' ? 'full' : one.state,
  capped: one.capped,
  chained: one.chained,
})

export const readStore = (
  actor: Actor,
  id: string,
): Promise<{ store: GasStore; cylinders: Cylinder[]; findings: Finding[] }> =>
  inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const store = await findGasStore(db, actor.site, id)
    if (!store) throw notFound('store')
    const rows = await cylindersOfStores(db, scope, [id], RACK_MOST)
    const cylinders = rows.map((row) => asCylinder(row, scope))
    return { store, cylinders, findings: judgeStorage(store, cylinders.map(asStored)) }
  })

export async function addStore(actor: Actor, body: GasStoreBody): Promise<{ id: string }> {
  const id = randomUUID()
  await inOrganisation(actor.organisation, async (db) => {
    await insertGasStore(db, {
      ...body,
      id,
      organisation: actor.organisation,
      site: actor.site,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'gas_store_added', 'gas_store', id, body)
  })
  return { id }
}

export async function changeStore(actor: Actor, id: string, body: GasStoreBody): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await updateGasStore(db, id, body))) {
      const now = await findGasStore(db, actor.site, id)
      throw now ? changedMeanwhile(body, now) : notFound('store')
    }
    await record(db, actor, 'gas_store_changed', 'gas_store', id, body)
  })
}
