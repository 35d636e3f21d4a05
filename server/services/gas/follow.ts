import { randomUUID } from 'node:crypto'
import { cylindersOfSet, insertCylinderEvent, setStation } from '#server/db/cylinder'
import type { Db } from '#server/db/pool'
import type { Actor } from '../actor'

/** A set is wheeled elsewhere: what is connected to it goes along, each with a move of its own. */
export async function followSet(
  db: Db,
  actor: Actor,
  set: { id: string; label: string; stationId: string | null },
): Promise<void> {
  for (const { id, state } of await cylindersOfSet(db, set.id)) {
    await insertCylinderEvent(db, {
      id: randomUUID(),
      organisation: actor.organisation,
      cylinder: id,
      kind: 'move',
      at: actor.now,
      person: actor.person,
      move: { state, storeId: null, stationId: set.stationId, setId: set.id },
      note: `Along with ${set.label}`,
      rehearsal: actor.rehearsal,
    })
    await setStation(db, id, set.stationId)
  }
}
