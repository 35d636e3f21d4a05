import { minutesHot } from '#core/firewatch/cooling'
import { watchOwed } from '#core/permit/lifecycle'
import { conflict, fieldError } from '#server/errors'
import type { PermitStep } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { countsAt } from '../late/late'
import { lifeOf } from './life'
import { addStep, once } from './step'
import { toStep } from './view'

interface HotPart {
  eventId: string
  name: string
  metal: Parameters<typeof minutesHot>[0]
  /** m */
  thickness: number
}

/** Mark something that was heated until now. Sent twice it is marked once. */
export function markHotPart(actor: Actor, id: string, body: HotPart): Promise<PermitStep> {
  const { eventId, name, metal, thickness } = body
  const minutes = minutesHot(metal, thickness)
  if (minutes === null) throw fieldError('thickness', 'For this thickness there is no answer.')
  return once(
    actor,
    id,
    { id: eventId, kind: 'hot_part', content: { name, metal, thickness } },
    (db, held) => {
      if (!watchOwed(lifeOf(held)))
        throw conflict('No work was done under it, or its watch is over.', 'no_watch')
      // Of one that is told later, and not known when, from now on.
      const heatedAt = countsAt(actor) ?? actor.now
      const hotUntil = new Date(heatedAt.getTime() + minutes * 60_000).toISOString()
      return addStep(db, actor, held, {
        id: eventId,
        kind: 'hot_part',
        subject: name,
        note: null,
        details: { hotPart: { metal, thickness, hotUntil } },
      })
    },
    (_, held) => toStep(actor, held),
  )
}
