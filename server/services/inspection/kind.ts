import { randomUUID } from 'node:crypto'
import { insertOwnKind, ownKinds, updateOwnKind } from '#server/db/gear-kind'
import { setRoutineUse } from '#server/db/look'
import { inOrganisation } from '#server/db/pool'
import { notFound } from '#server/errors'
import type { OwnKind, OwnKindBody } from '#shared/inspection/kind'
import { record, type Actor } from '../actor'
import { scopeOf } from '../shop/shop'
import { changedMeanwhile } from '../version'

export const readOwnKinds = (actor: Actor): Promise<OwnKind[]> =>
  inOrganisation(actor.organisation, (db) => ownKinds(db, actor.site))

export const addOwnKind = (actor: Actor, body: OwnKindBody): Promise<{ id: string }> =>
  inOrganisation(actor.organisation, async (db) => {
    const id = randomUUID()
    await insertOwnKind(db, {
      ...body,
      id,
      organisation: actor.organisation,
      site: actor.site,
    })
    await record(db, actor, 'gear_kind_added', 'gear_kind', id, body)
    return { id }
  })

/** Gear that is there keeps what was told of it; a field that is gone is no longer shown. */
export const changeOwnKind = (actor: Actor, id: string, body: OwnKindBody): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    if (!(await updateOwnKind(db, id, body))) {
      const now = (await ownKinds(db, actor.site)).find((kind) => kind.id === id)
      throw now ? changedMeanwhile(body, now) : notFound('kind')
    }
    const { today } = await scopeOf(db, actor)
    await setRoutineUse(db, { kindId: id, every: body.use?.amount ?? null, today })
    await record(db, actor, 'gear_kind_changed', 'gear_kind', id, body)
  })
