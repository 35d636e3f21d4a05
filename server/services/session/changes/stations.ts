import { z } from 'zod'
import { proofsOf, putProofs, removeProofs } from '#server/db/session'
import { changeKind, type ChangeOf } from './kind'

const proveWas = z.object({
  proofs: z.array(z.object({ station: z.uuid(), proved: z.boolean().nullable() })),
})

/** The extraction of a station was felt to pull, or did not. */
export const prove = changeKind<ChangeOf<'prove'>, z.infer<typeof proveWas>>(proveWas, {
  apply: async ({ db, actor, id }, { stations, proved }) => {
    const known = await proofsOf(db, id)
    const before = (station: string): boolean | null =>
      known.find((proof) => proof.station_id === station)?.proved ?? null
    await putProofs(db, actor.organisation, id, stations, proved)
    return {
      says: `Extraction ${proved ? 'proved' : 'not proved'} at ${stations.length} stations`,
      was: { proofs: stations.map((station) => ({ station, proved: before(station) })) },
    }
  },
  undo: async ({ db, actor, id }, { proofs }) => {
    for (const { station, proved } of proofs) {
      if (proved === null) await removeProofs(db, id, [station])
      else await putProofs(db, actor.organisation, id, [station], proved)
    }
  },
})
