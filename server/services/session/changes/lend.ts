import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { fieldError } from '#server/errors'
import { move } from '../../stock/stock'
import { changeKind, chosen, type ChangeOf } from './kind'

const lendWas = z.object({ stock: z.uuid(), person: z.uuid() })

/** A loaner for someone who lacks a piece; taken back unused with undo. */
export const lend = changeKind<ChangeOf<'lend'>, z.infer<typeof lendWas>>(lendWas, {
  apply: async (context, { people, stockId }) => {
    const [person] = people
    if (people.length !== 1) throw fieldError('change.people', 'Lend to one person at a time.')
    await chosen(context, people)
    const stock = await move(context.db, context.actor, stockId, {
      moveId: randomUUID(),
      kind: 'lend',
      quantity: 1,
      personId: person!,
      unused: false,
      note: 'Lent for a session',
    })
    return { says: `Lent ${stock.code}`, was: { stock: stockId, person: person! } }
  },
  undo: ({ db, actor }, { stock, person }) =>
    move(db, actor, stock, {
      moveId: randomUUID(),
      kind: 'return',
      quantity: 1,
      personId: person,
      unused: true,
      note: 'Taken back with undo',
    }),
})
