import { periodicOf, type ChecklistChange } from '#core/inspection/checklist'
import type { GearKind, Interval, UseInterval } from '#core/inspection/kind'
import type { Occasion } from '#core/inspection/occasion'
import { nextDue } from '#core/inspection/schedule'
import { NEVER_CLOSED } from '#core/calendar/closed'
import { checklistChanges } from '#server/db/checklist'
import { ownKinds } from '#server/db/gear-kind'
import { insertLook, lookDone } from '#server/db/look'
import type { Db } from '#server/db/pool'
import type { Actor } from '../actor'
import type { ShopScope } from '../shop/shop'

interface Looked {
  id: string
  kind: GearKind
  kindId: string | null
  everyDays: number
}

/** The interval of a look in this shop; null: it does not come round by itself. */
async function intervalOf(
  db: Db,
  site: string,
  gear: Looked,
  occasion: Occasion,
  changes: readonly ChecklistChange[],
): Promise<Interval | null> {
  if (occasion === 'beforeUse')
    return { days: gear.everyDays, use: (await useOf(db, site, gear)) ?? undefined }
  const own = changes.filter(({ kind, kindId }) => kind === gear.kind && kindId === gear.kindId)
  return periodicOf(gear.kind, own).find((entry) => entry.occasion === occasion)?.interval ?? null
}

/** How much use asks for the look before use: a kind of the shop's own says so; null: it comes round by days alone. */
export const useOf = async (
  db: Db,
  site: string,
  { kindId }: Pick<Looked, 'kindId'>,
): Promise<UseInterval | null> =>
  kindId === null ? null : ((await ownKinds(db, site)).find(({ id }) => id === kindId)?.use ?? null)

/** A look before use is done on the day of use, whether the shop is shut before or not. */
const closedFor = (scope: ShopScope, occasion: Occasion) =>
  occasion === 'beforeUse' ? NEVER_CLOSED : scope.inspection.closed

/** New gear is due for its look before use at once, for the others as if they had been done on the day it came into service. */
export async function startLooks(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  gear: Looked & { inServiceOn: string },
): Promise<void> {
  const changes = await checklistChanges(db, actor.site)
  const own = changes.filter(({ kind, kindId }) => kind === gear.kind && kindId === gear.kindId)
  const row = { item: gear.id, organisation: actor.organisation, site: actor.site }
  const use = await useOf(db, actor.site, gear)
  await insertLook(db, {
    ...row,
    occasion: 'beforeUse',
    dueOn: null,
    useEvery: use?.amount ?? null,
  })
  for (const { occasion, interval } of periodicOf(gear.kind, own))
    await insertLook(db, {
      ...row,
      occasion,
      dueOn: nextDue(gear.inServiceOn, interval, closedFor(scope, occasion)),
      useEvery: interval.use?.amount ?? null,
    })
}

/** What a look that was done leaves behind: when it is due again. */
export async function lookWasDone(
  db: Db,
  actor: Pick<Actor, 'organisation' | 'site'>,
  scope: ShopScope,
  gear: Looked,
  done: {
    occasion: Occasion
    on: string
    at: Date
    result: 'pass' | 'fail' | 'locked'
    /** Whether its readings were taken by a calibrated meter; null: it took none. */
    calibrated: boolean | null
    changes: readonly ChecklistChange[]
  },
): Promise<void> {
  const { occasion, on, at, result, calibrated } = done
  const interval = await intervalOf(db, actor.site, gear, occasion, done.changes)
  await lookDone(db, {
    item: gear.id,
    organisation: actor.organisation,
    site: actor.site,
    occasion,
    at,
    result,
    calibrated,
    dueOn: interval && nextDue(on, interval, closedFor(scope, occasion)),
    useEvery: interval?.use?.amount ?? null,
  })
}
