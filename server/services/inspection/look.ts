import { periodicOf, type ChecklistChange } from '#core/inspection/checklist'
import type { GearKind, Interval } from '#core/inspection/kind'
import type { Occasion } from '#core/inspection/occasion'
import { nextDue } from '#core/inspection/schedule'
import { NEVER_CLOSED } from '#core/calendar/closed'
import { checklistChanges } from '#server/db/checklist'
import { insertLook, lookDone } from '#server/db/look'
import type { Db } from '#server/db/pool'
import type { Actor } from '../actor'
import type { ShopScope } from '../shop/shop'

type Looked = { id: string; kind: GearKind; kindId: string | null; everyDays: number }

/** The interval of a look in this shop; null: it does not come round by itself. */
function intervalOf(
  gear: Looked,
  occasion: Occasion,
  changes: readonly ChecklistChange[],
): Interval | null {
  if (occasion === 'beforeUse') return { days: gear.everyDays }
  const own = changes.filter(({ kind, kindId }) => kind === gear.kind && kindId === gear.kindId)
  return periodicOf(gear.kind, own).find((entry) => entry.occasion === occasion)?.interval ?? null
}

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
  await insertLook(db, { ...row, occasion: 'beforeUse', dueOn: null, useEvery: null })
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
    changes: readonly ChecklistChange[]
  },
): Promise<void> {
  const { occasion, on, at, result } = done
  const interval = intervalOf(gear, occasion, done.changes)
  await lookDone(db, {
    item: gear.id,
    organisation: actor.organisation,
    site: actor.site,
    occasion,
    at,
    result,
    dueOn: interval && nextDue(on, interval, closedFor(scope, occasion)),
    useEvery: interval?.use?.amount ?? null,
  })
}
