import { z } from 'zod'
import { PROCESSES } from '#core/job/job'
import { assignPpe } from '#core/ppe/ppe'
import {
  addClearances,
  clearancesOf,
  kitOf,
  recordsOf,
  removeClearances,
  removeKit,
  setKit,
  setSealChecks,
  type KitRow,
} from '#server/db/record'
import { loadSession } from '../load'
import { changeKind, chosen, count, type ChangeOf, type Context } from './kind'

const clearWas = z.object({ people: z.array(z.uuid()), process: z.enum(PROCESSES) })
export const clear = changeKind<ChangeOf<'clear'>, z.infer<typeof clearWas>>(clearWas, {
  apply: async (context, { people, process }) => {
    const { db, actor, scope } = context
    await chosen(context, people)
    const known = (await clearancesOf(db, people))
      .filter((entry) => entry.process === process)
      .map((entry) => entry.person_id)
    const fresh = people.filter((person) => !known.includes(person))
    await addClearances(db, actor.organisation, fresh, [process], actor.person, scope.today)
    return {
      says: `Signed the clearance for ${process} of ${count(fresh)}`,
      was: { people: fresh, process },
    }
  },
  undo: ({ db }, { people, process }) => removeClearances(db, people, [process]),
})

const kitRow: z.ZodType<KitRow> = z.object({
  person_id: z.uuid(),
  ppe_id: z.string(),
  state: z.enum(['has', 'lacks']),
  size: z.string().nullable(),
})
const kitWas = z.object({
  rows: z.array(kitRow),
  people: z.array(z.uuid()),
  pieces: z.array(z.string()),
})
type KitWas = z.infer<typeof kitWas>

export const kit = changeKind<ChangeOf<'kit'>, KitWas>(kitWas, {
  apply: async (context, { people, pieces, state }) => {
    await chosen(context, people)
    const rows = people.flatMap((person) =>
      pieces.map((piece) => ({ person_id: person, ppe_id: piece, state, size: null })),
    )
    const what = pieces.length === 1 ? 'One piece' : `${pieces.length} pieces`
    const how = state === 'has' ? 'seen on' : 'lacking on'
    return { says: `${what} ${how} ${count(people)}`, was: await putKit(context, rows) }
  },
  undo: putKitBack,
})

/** Everything that the work asks for and nobody has answered was looked at and is there. */
export const kitOpen = changeKind<ChangeOf<'kit_open'>, KitWas>(kitWas, {
  apply: async (context, { people }) => {
    await chosen(context, people)
    const { members, rules } = await loadSession(context.db, context.actor, context.id)
    const rows = members
      .filter(({ row }) => people.includes(row.person_id))
      .flatMap(({ row, member }): KitRow[] => {
        if (member.job === null) return []
        const open = assignPpe(member.job, rules).wear.filter(
          (piece) => member.kit[piece.id] === undefined,
        )
        return open.map((piece) => ({
          person_id: row.person_id,
          ppe_id: piece.id,
          state: 'has',
          size: null,
        }))
      })
    return {
      says: `Looked over ${count(people)}: everything open is there`,
      was: await putKit(context, rows),
    }
  },
  undo: putKitBack,
})

/** @returns what stood before */
async function putKit({ db, actor, scope }: Context, rows: KitRow[]): Promise<KitWas> {
  const people = [...new Set(rows.map((row) => row.person_id))]
  const pieces = [...new Set(rows.map((row) => row.ppe_id))]
  const before = (await kitOf(db, people)).filter((row) => pieces.includes(row.ppe_id))
  await setKit(db, actor.organisation, rows, scope.today)
  return { rows: before, people, pieces }
}

async function putKitBack(
  { db, actor, scope }: Context,
  { rows, people, pieces }: KitWas,
): Promise<void> {
  await removeKit(db, people, pieces)
  await setKit(db, actor.organisation, rows, scope.today)
}

const sealWas = z.object({
  seals: z.array(z.object({ person: z.uuid(), day: z.string().nullable() })),
})
export const seal = changeKind<ChangeOf<'seal'>, z.infer<typeof sealWas>>(sealWas, {
  apply: async (context, { people }) => {
    const { db, scope } = context
    const members = await chosen(context, people)
    const records = await recordsOf(db, people)
    await setSealChecks(db, people, scope.today)
    return {
      says: `Seal check seen on ${count(members)}`,
      was: { seals: records.map((row) => ({ person: row.person_id, day: row.seal_check_on })) },
    }
  },
  undo: async ({ db }, { seals }) => {
    for (const { person, day } of seals) await setSealChecks(db, [person], day)
  },
})
