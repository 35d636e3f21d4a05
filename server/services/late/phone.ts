import type { z } from 'zod'
import { findPhone, insertPhone } from '#server/db/late'
import { inOrganisation } from '#server/db/pool'
import { conflict } from '#server/errors'
import type { phoneBody } from '#shared/late/schema'
import { record, type Actor } from '../actor'

/** Make a phone of the own known. Twice is as once; a key is never changed for another. */
export const putPhone = (
  actor: Actor,
  id: string,
  { name, x, y }: z.output<typeof phoneBody>,
): Promise<{ ok: true }> =>
  inOrganisation(actor.organisation, async (db) => {
    const { organisation, person, now: at } = actor
    if (await insertPhone(db, { id, organisation, person, name, x, y, at })) {
      await record(db, actor, 'phone_added', 'person', person, { phone: id, name })
      return { ok: true }
    }
    const known = await findPhone(db, id)
    const isSame = known?.person_id === person && known.key_x === x && known.key_y === y
    if (!isSame) throw conflict('This phone is already known with another key.', 'phone_known')
    return { ok: true }
  })
