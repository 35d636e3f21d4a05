import { randomUUID } from 'node:crypto'
import { inOrganisation, type Db } from '#server/db/pool'
import { findSession, insertChange, lastChange, markUndone } from '#server/db/session'
import { countSession } from '#server/db/session-use'
import { conflict, notFound } from '#server/errors'
import type { Session, SessionChange } from '#shared/session/schema'
import { record, type Actor } from '../actor'
import { scopeOf } from '../shop/shop'
import type { Context } from './changes/kind'
import { applyChange, undoChange } from './changes/table'
import { sessionNow } from './read'

/** Change a session and say how it stands now. */
export function changeSession(actor: Actor, id: string, change: SessionChange): Promise<Session> {
  return inOrganisation(actor.organisation, async (db) => {
    const context = await contextOf(db, actor, id)
    const { says, before } = await applyChange(context, change)
    await countSession(db, {
      ...actor,
      session: id,
      at: actor.now,
      today: context.scope.today,
    })
    await insertChange(db, {
      id: randomUUID(),
      organisation: actor.organisation,
      session: id,
      says,
      before,
      person: actor.person,
      at: actor.now,
    })
    await record(db, actor, 'session_changed', 'session', id, { ...change, says })
    return sessionNow(db, actor, id)
  })
}

/** Take the last change back. */
export function undoSession(actor: Actor, id: string): Promise<Session> {
  return inOrganisation(actor.organisation, async (db) => {
    const context = await contextOf(db, actor, id)
    const last = await lastChange(db, id)
    if (!last) throw conflict('There is nothing to take back.', 'nothing_to_undo')
    await undoChange(context, last.before)
    await markUndone(db, last.id, actor.now)
    await record(db, actor, 'session_undone', 'session', id, { says: last.says })
    return sessionNow(db, actor, id)
  })
}

/** The session is held until the transaction ends: one change at a time. */
async function contextOf(db: Db, actor: Actor, id: string): Promise<Context> {
  if (!(await findSession(db, id, true))) throw notFound('session')
  return { db, actor, id, scope: await scopeOf(db, actor) }
}
