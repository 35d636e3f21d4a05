import type { z } from 'zod'
import { mayChangeOperator, permitState } from '#core/permit/lifecycle'
import { findPersonBrief } from '#server/db/person'
import { setOperator } from '#server/db/permit-draft'
import { AppError, conflict, fieldError } from '#server/errors'
import type { handOverBody, PermitStep } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { requireSignature, withSignature } from '../sign-in/signature'
import { judgePermit } from './judge'
import { lifeOf } from './life'
import { addStep, hold, once } from './step'
import { toStep } from './view'

/** Another operator goes on under a permit, with the own PIN, judged as whoever is named in a draft. */
export function changeOperator(
  actor: Actor,
  id: string,
  body: z.output<typeof handOverBody>,
): Promise<PermitStep> {
  const { eventId, personId, pin, note } = body
  return withSignature(actor, pin, (signature) =>
    once(
      actor,
      id,
      { id: eventId, kind: 'hand_over', content: { personId, note, as: 'operator' } },
      async (db, { row, events }) => {
        const [life, now] = [lifeOf({ row, events }), actor.now.getTime()]
        const state = permitState(life, now)
        if (!mayChangeOperator(life, now))
          throw conflict(
            state === 'working'
              ? 'Stop the work first; then somebody else may go on.'
              : `A permit that is ${state} changes no hands.`,
            'wrong_state',
          )
        if (personId === row.operator_id)
          throw fieldError('personId', `${row.operator} is the operator already.`)
        if ([row.fire_watch_id, ...row.watchers.map((one) => one.personId)].includes(personId))
          throw fieldError('personId', 'Whoever watches cannot be the operator as well.')
        const next = await findPersonBrief(db, personId)
        if (!next?.active) throw fieldError('personId', 'This person is not on the roster.')
        requireSignature(signature, next)
        await setOperator(db, id, personId)
        const held = await hold(db, id)
        const [first] = (await judgePermit(db, actor, held)).gates.open
        if (first)
          throw new AppError(409, 'blocked', `Not handed over: ${first.sentence}`, [
            { path: 'personId', message: first.sentence },
          ])
        const from = `Taken over from ${row.operator}.`
        return addStep(db, actor, held, {
          id: eventId,
          kind: 'hand_over',
          subject: 'operator',
          note: note ? `${from} ${note}` : from,
          signer: next,
        })
      },
      (_, held) => toStep(actor, held),
    ),
  )
}
