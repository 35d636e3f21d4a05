import type { Finding } from '#core/finding/finding'
import { waterVolume } from '#core/gas/cylinder'
import { heldBack } from '#core/gas/held'
import { usable } from '#core/gas/supply'
import { cylindersById } from '#server/db/cylinder'
import type { Db } from '#server/db/pool'
import type { ShopScope } from '../shop/shop'
import { asCylinder } from './cylinder'

/** What a cylinder says for itself where work is judged. */
export interface CylinderForWork {
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
  return new Map(
    rows.map((row) => {
      const cylinder = asCylinder(row, scope)
      const volume = waterVolume({ ...row, plus: false })
      return [
        row.id,
        {
          held: heldBack(row.label, row.state, cylinder),
          usable: cylinder.left === null ? null : usable(cylinder.left, volume),
        },
      ]
    }),
  )
}
