import type { GearState } from '#core/inspection/gear'
import type { Grace } from '#core/inspection/schedule'
import type { Gear } from '#shared/inspection/schema'

/** Gear as the engine sees it, on a day of the site and by its grace. */
export const gearState = (gear: Gear, scope: { today: string; grace: Grace }): GearState => ({
  kind: gear.kind,
  kindName: gear.kindName,
  name: gear.label,
  today: scope.today,
  lockReason: gear.lockReason,
  everyDays: gear.everyDays,
  looks: gear.looks,
  grace: scope.grace,
  event: gear.event,
  lockedParts: gear.lockedParts,
  facts: gear.fields,
})
