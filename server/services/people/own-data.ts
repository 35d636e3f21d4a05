import { ownData } from '#server/db/own-data'
import { inOrganisation } from '#server/db/pool'
import { record, type Actor } from '../actor'
import { readPerson } from './record'

/** Everything on record about oneself, for taking along. */
export async function exportOwnData(actor: Actor): Promise<string> {
  const { waitsUntil: _, hasSecondFactor: __, ...detail } = await readPerson(actor, actor.person)
  const parts = await inOrganisation(actor.organisation, async (db) => {
    await record(db, actor, 'own_data_exported', 'person', actor.person)
    return ownData(db, actor.person)
  })
  return JSON.stringify({ takenAt: actor.now.toISOString(), ...detail, ...parts }, null, 2)
}
