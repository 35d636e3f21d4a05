import { randomUUID } from 'node:crypto'
import { transition } from '#core/permit/lifecycle'
import type { Db } from '#server/db/pool'
import { lifeOf } from './life'
import { applyTransition, hold, type Stepper } from './step'

/** Suspend a permit for an air alarm. Where work had begun its fire watch starts; a permit that cannot be suspended is left as it is. */
export async function suspendForAlarm(
  db: Db,
  by: Stepper,
  id: string,
  note: string,
): Promise<void> {
  const held = await hold(db, id)
  if (!transition(lifeOf(held), 'suspend', by.now.getTime()).ok) return
  await applyTransition(db, by, held, 'suspend', { id: randomUUID(), note })
}
