import type { z } from 'zod'
import { looksOf, type ChecklistChange } from '#core/inspection/checklist'
import { GEAR_EVENT_NAME, type Occasion } from '#core/inspection/occasion'
import type { GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { findGear } from '#server/db/gear'
import { holdGear, setEvent } from '#server/db/gear-write'
import { checklistChanges } from '#server/db/checklist'
import { addUse, eventDue, setWaits } from '#server/db/look'
import { inOrganisation, type Db } from '#server/db/pool'
import { insertRepair, insertUse } from '#server/db/repair'
import { fieldError, notFound } from '#server/errors'
import type { Gear, gearEventBody, repairBody, useBody } from '#shared/inspection/schema'
import { record, type Actor } from '../actor'
import { isNew } from '../event'
import { scopeOf } from '../shop/shop'
import { useOf } from './look'

/** The look that is due after an event: the one written for it, by the trade or the shop, else the one before use. */
export const eventLook = (
  changes: readonly ChecklistChange[],
  gear: Pick<Gear, 'kind' | 'kindId'>,
): Occasion => (looksOf(changes, gear).includes('afterEvent') ? 'afterEvent' : 'beforeUse')

/** The look after an event is due at once; on locked gear it waits for the repair, as all others do. */
async function askForLook(db: Db, actor: Actor, gear: Gear, today: string): Promise<void> {
  await eventDue(db, {
    item: gear.id,
    organisation: actor.organisation,
    site: actor.site,
    occasion: eventLook(await checklistChanges(db, actor.site), gear),
    today,
  })
  if (gear.lockReason !== null) await setWaits(db, gear.id, true)
}

/** Something happened to a piece of gear: nobody uses it until it was looked at. Sent twice it is written once. */
export const logGearEvent = (
  actor: Actor,
  kind: GearKind,
  id: string,
  body: z.output<typeof gearEventBody>,
): Promise<{ ok: true }> =>
  inOrganisation(actor.organisation, async (db) => {
    if (kind === 'cylinder')
      throw fieldError('event', 'Put the cylinder in quarantine on its page instead.')
    const content = { event: body.event, note: body.note }
    if (!(await isNew(db, actor, { id: body.id, kind: 'gear_event', of: id, content })))
      return { ok: true }
    await holdGear(db, kind, id)
    const scope = await scopeOf(db, actor)
    const gear = await findGear(db, scope, kind, id)
    if (!gear) throw notFound(kind)
    await setEvent(db, id, { what: body.event, at: actor.now })
    await askForLook(db, actor, gear, scope.today)
    await record(db, actor, 'gear_event', kind, id, {
      label: gear.label,
      event: GEAR_EVENT_NAME[body.event],
      ...(body.note && { note: body.note }),
    })
    return { ok: true }
  })

/** What was repaired, on locked gear or before it had to be. The look after it still has to be passed. */
export const logRepair = (
  actor: Actor,
  kind: GearKind,
  id: string,
  body: z.output<typeof repairBody>,
): Promise<{ ok: true }> =>
  inOrganisation(actor.organisation, async (db) => {
    const { id: repair, ...content } = body
    if (!(await isNew(db, actor, { id: repair, kind: 'repair', of: id, content })))
      return { ok: true }
    await holdGear(db, kind, id)
    const scope = await scopeOf(db, actor)
    const gear = await findGear(db, scope, kind, id)
    if (!gear) throw notFound(kind)
    await insertRepair(db, {
      id: repair,
      organisation: actor.organisation,
      item: id,
      person: actor.person,
      at: actor.now,
      ...content,
      rehearsal: actor.rehearsal,
    })
    // Locked gear has its look before it anyway: the one that locked it.
    if (gear.lockReason === null && kind !== 'cylinder') {
      await setEvent(db, id, { what: 'repair', at: actor.now })
      await askForLook(db, actor, gear, scope.today)
    }
    await record(db, actor, 'repaired', kind, id, { label: gear.label, ...content })
    return { ok: true }
  })

/** How much a piece of gear was used; looks that come round by use come nearer. Sent twice it counts once. */
export const logUse = (
  actor: Actor,
  kind: GearKind,
  id: string,
  { id: use, of: measure, amount }: z.output<typeof useBody>,
): Promise<{ ok: true }> =>
  inOrganisation(actor.organisation, async (db) => {
    const content = { measure, amount }
    if (!(await isNew(db, actor, { id: use, kind: 'gear_use', of: id, content })))
      return { ok: true }
    await holdGear(db, kind, id)
    const scope = await scopeOf(db, actor)
    const gear = await findGear(db, scope, kind, id)
    if (!gear) throw notFound(kind)
    const counted = KINDS[kind].use ?? (await useOf(db, actor.site, gear))?.of
    if (counted !== measure)
      throw fieldError('of', 'The use of this kind of gear is not counted so.')
    await insertUse(db, {
      id: use,
      organisation: actor.organisation,
      item: id,
      person: actor.person,
      at: actor.now,
      measure,
      amount,
      rehearsal: actor.rehearsal,
    })
    await addUse(db, id, amount, scope.today)
    await record(db, actor, 'gear_used', kind, id, { label: gear.label, measure, amount })
    return { ok: true }
  })
