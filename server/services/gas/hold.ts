import type { Finding } from '#core/finding/finding'
import { waterVolume } from '#core/gas/cylinder'
import { heldBack } from '#core/gas/held'
import type { SupplyCylinder } from '#core/gas/job-supply'
import { lineOf } from '#core/gas/set/kind'
import { usable } from '#core/gas/supply'
import { cylindersById, spareCylinders, type CylinderRow } from '#server/db/cylinder'
import { inOrganisation, type Db } from '#server/db/pool'
import type { Actor } from '../actor'
import { scopeOf, type ShopScope } from '../shop/shop'
import { asCylinder } from './cylinder'
import { heldBySet, loadSets } from './set'

/** What a cylinder says for itself where work is judged. */
export interface CylinderForWork extends SupplyCylinder {
  id: string
  gas: string
  /** The gas set that it is on; what else is on it is drawn from with it. */
  setId: string | null
  /** What keeps it from work, beside its inspection. */
  held: Finding[]
}

/** By id, with those on the same gas sets; what is no cylinder of this site is not in it. */
export async function cylindersForWork(
  db: Db,
  scope: ShopScope,
  ids: readonly string[],
): Promise<Map<string, CylinderForWork>> {
  if (ids.length === 0) return new Map()
  const rows = await cylindersById(db, scope, ids)
  const sets = await loadSets(db, scope, [...new Set(rows.flatMap((row) => row.set_id ?? []))])
  const mates = [...sets.values()].flatMap(({ cylinders }) => cylinders)
  return new Map(
    [...mates, ...rows].map((row) => {
      const set = row.set_id ? sets.get(row.set_id) : undefined
      const own = forWork(row, scope)
      return [row.id, set ? { ...own, held: [...own.held, ...heldBySet(set, row.id)] } : own]
    }),
  )
}

function forWork(row: CylinderRow, scope: ShopScope): CylinderForWork {
  const cylinder = asCylinder(row, scope)
  const volume = waterVolume({ ...row, plus: false })
  return {
    id: row.id,
    label: row.label,
    gas: row.gas,
    setId: row.set_id,
    line: row.parts && lineOf(row.parts),
    acetylene: (row.parts?.acetylene ?? 0) > 0,
    left: cylinder.left,
    held: heldBack(row.label, row.state, cylinder),
    usable: cylinder.left === null ? null : usable(cylinder.left, volume),
  }
}

export type SpareCylinder = CylinderForWork

/** The same as a browser asks for it: what keeps cylinders from work, and what they hold. */
export const readForWork = (actor: Actor, ids: readonly string[]): Promise<CylinderForWork[]> =>
  inOrganisation(actor.organisation, async (db) => [
    ...(await cylindersForWork(db, await scopeOf(db, actor), ids)).values(),
  ])

const SPARES_MOST = 60

/** Full ones of these gases that nothing keeps from work and of which it is known what they hold, fullest first. */
export async function sparesOf(
  db: Db,
  scope: ShopScope,
  gases: readonly string[],
): Promise<SpareCylinder[]> {
  if (gases.length === 0) return []
  const rows = await spareCylinders(db, scope, gases, SPARES_MOST)
  return rows
    .map((row) => forWork(row, scope))
    .filter(({ held, usable: left }) => held.length === 0 && left !== null)
    .sort((a, b) => b.usable! - a.usable!)
}
