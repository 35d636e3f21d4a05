import { randomUUID } from 'node:crypto'
import { fullContents, volumePerKg } from '#core/gas/cylinder'
import { judgeStorage, type Store, type Stored } from '#core/gas/storage'
import { toCombustibles } from '#core/plan/store'
import { cylindersOfStores } from '#server/db/cylinder'
import { findGasStore, insertGasStore, listGasStores, updateGasStore } from '#server/db/gas-store'
import { findPlanVersion } from '#server/db/plan'
import { inOrganisation, type Db } from '#server/db/pool'
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
    const measured = await measuredOnPlan(db, actor, store)
    return { store, cylinders, findings: judgeStorage(measured, cylinders.map(asStored)) }
  })

/** The store with what the published plan measures of it; of two distances the shorter counts: not all that burns may be drawn. */
async function measuredOnPlan(db: Db, actor: Actor, store: GasStore): Promise<Store> {
  const version = await findPlanVersion(db, actor.site, null)
  const measured = version && toCombustibles(version.plan, store.id)
  if (measured === null || measured >= (store.toCombustibles ?? Infinity)) return store
  return {
    ...store,
    toCombustibles: measured,
    combustiblesFrom: `plan version ${version!.number}`,
  }
}

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
