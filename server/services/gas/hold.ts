import type { Finding } from '#core/finding/finding'
import { waterVolume } from '#core/gas/cylinder'
import { heldBack } from '#core/gas/held'
import { usable } from '#core/gas/supply'
import { cylindersById, spareCylinders, type CylinderRow } from '#server/db/cylinder'
import type { Db } from '#server/db/pool'
import type { ShopScope } from '../shop/shop'
import { asCylinder } from './cylinder'
import { heldBySet, loadSets } from './set'

/** What a cylinder says for itself where work is judged. */
export interface CylinderForWork {
  label: string
  gas: string
  /** What keeps it from work, beside its inspection. */
  held: Finding[]
  /** Gas that can be used, m3; null: unknown. */
  usable: number | null
}

/** By id; what is no cylinder of this site is not in it. */
export async function cylindersForWork(
  db: Db,
  scope: ShopScope,
  ids: readonly string[],
): Promise<Map<string, CylinderForWork>> {
  if (ids.length === 0) return new Map()
  const rows = await cylindersById(db, scope, ids)
  const sets = await loadSets(db, scope, [...new Set(rows.flatMap((row) => row.set_id ?? []))])
  return new Map(
    rows.map((row) => {
      const set = row.set_id ? sets.get(row.set_id) : undefined
      const own = forWork(row, scope)
      return [row.id, set ? { ...own, held: [...own.held, ...heldBySet(set)] } : own]
    }),
  )
}

function forWork(row: CylinderRow, scope: ShopScope): CylinderForWork {
  const cylinder = asCylinder(row, scope)
  const volume = waterVolume({ ...row, plus: false })
  return {
    label: row.label,
    gas: row.gas,
    held: heldBack(row.label, row.state, cylinder),
    usable: cylinder.left === null ? null : usable(cylinder.left, volume),
  }
}

export type SpareCylinder = CylinderForWork & { id: string }
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
    .map((row) => ({ id: row.id, ...forWork(row, scope) }))
    .filter(({ held, usable: left }) => held.length === 0 && left !== null)
    .sort((a, b) => b.usable! - a.usable!)
}
