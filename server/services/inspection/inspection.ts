import { randomUUID } from 'node:crypto'
import { looksOf, type ChecklistChange } from '#core/inspection/checklist'
import type { GearKind } from '#core/inspection/kind'
import type { Occasion } from '#core/inspection/occasion'
import type { MetersUsed } from '#core/inspection/calibration'
import type { ChecklistLine } from '#core/inspection/line'
import {
  calibratedAll,
  ChecklistMismatch,
  judgeInspection,
  withMeters,
  type InspectionOutcome,
} from '#core/inspection/inspection'
import { checklistChanges } from '#server/db/checklist'
import { findGear } from '#server/db/gear'
import { clearEvent, holdGear, setLock } from '#server/db/gear-write'
import { findInspection, insertInspection } from '#server/db/inspection'
import { markSetChanged } from '#server/db/gas-set'
import { attachPhoto } from '#server/db/photo'
import { inOrganisation, type Db } from '#server/db/pool'
import { repairsOf } from '#server/db/repair'
import { AppError, conflict, fieldError, notFound } from '#server/errors'
import type { Gear, InspectionBody } from '#shared/inspection/schema'
import { isStaff, record, type Actor } from '../actor'
import { isNew } from '../event'
import { countsAt } from '../late/late'
import { siteDay } from '../shop/day'
import { scopeOf, type ShopScope } from '../shop/shop'
import { checklistFor } from './checklist'
import { eventLook } from './event'
import { lookWasDone } from './look'
import { metersFor } from './meter'

type Logged = Pick<InspectionOutcome, 'result' | 'lockReason'>

/**
 * Log an inspection. A failed critical line locks the gear. Locked gear is unlocked only by a lead or instructor who passes the look
 * that locked it afresh, after a repair; anything else leaves it locked. Sent twice it is written once.
 */
export const inspectGear = (
  actor: Actor,
  kind: GearKind,
  id: string,
  body: InspectionBody,
): Promise<Logged> =>
  inOrganisation(actor.organisation, async (db) => {
    const inspection = body.id ?? randomUUID()
    const { id: _, ...content } = body
    if (!(await isNew(db, actor, { id: inspection, kind: 'inspection', of: id, content }))) {
      const before = await findInspection(db, inspection)
      return { result: before!.result, lockReason: before!.lock_reason }
    }
    await holdGear(db, kind, id)
    const scope = await scopeOf(db, actor)
    const gear = await findGear(db, scope, kind, id)
    if (!gear) throw notFound(kind)
    const { lines, version } = await checklistFor(db, actor, { ...gear, occasion: body.occasion })
    const meters = await metersFor(db, scope, body.meters)
    const outcome = judged(lines, body, meters)
    const changes = await checklistChanges(db, actor.site)
    const unlocks = await isUnlocking(db, actor, scope, gear, body, outcome, changes)
    const madeAt = countsAt(actor)
    const at = madeAt ?? actor.now
    await insertInspection(db, {
      id: inspection,
      organisation: actor.organisation,
      kind,
      gear: id,
      person: actor.person,
      at,
      occasion: body.occasion,
      dueOn: dueOnOf(gear, body.occasion),
      version,
      result: outcome.result,
      lockReason: outcome.lockReason,
      lines: outcome.lines,
      seconds: body.seconds,
      repairNote: body.repairNote ?? null,
      rehearsal: actor.rehearsal,
    })
    await attachPhotos(db, actor, id, { id: inspection, at }, outcome.lines)
    // Of a look of which it is not known when it was made nothing is due later.
    if (madeAt)
      await lookWasDone(db, actor, scope, gear, {
        occasion: body.occasion,
        on: siteDay(at, scope.timeZone),
        at,
        result: outcome.result,
        calibrated: calibratedAll(outcome.lines),
        changes,
      })
    const looked = outcome.result !== 'locked' && body.occasion === eventLook(changes, gear)
    if (looked && madeAt) await clearEvent(db, id, madeAt)
    await follow(db, actor, gear, body, outcome, unlocks)
    return { result: outcome.result, lockReason: outcome.lockReason }
  })

/** The day on which a look was due before it was made. */
export const dueOnOf = ({ looks }: Gear, occasion: Occasion): string | null =>
  looks.find((look) => look.occasion === occasion)?.dueOn ?? null

/**
 * A look that came late counts without a photo that did not: what it locks is locked.
 * @throws where a photo did not arrive, or is of something else
 */
async function attachPhotos(
  db: Db,
  actor: Actor,
  item: string,
  inspection: { id: string; at: Date },
  lines: InspectionOutcome['lines'],
): Promise<void> {
  for (const { id: line, photo } of lines) {
    if (!photo) continue
    const { id: of, at } = inspection
    const taken = { id: photo, item, person: actor.person, inspection: of, line, at }
    if (!(await attachPhoto(db, taken)) && !actor.late)
      throw fieldError(`lines.${line}`, 'Its photo is not here. Take it again.')
  }
}

/** What the outcome does to the gear. */
async function follow(
  db: Db,
  actor: Actor,
  gear: Gear,
  body: InspectionBody,
  outcome: InspectionOutcome,
  unlocks: boolean,
): Promise<void> {
  const { id, kind, label } = gear
  const locks = outcome.result === 'locked'
  if (locks)
    await setLock(db, kind, id, {
      reason: outcome.lockReason!,
      at: actor.now,
      occasion: body.occasion,
    })
  else if (unlocks) await setLock(db, kind, id, null)
  // What was repaired on a gas set is tested for leaks before the set is used.
  if (unlocks) await markSetChanged(db, [gear.setId ?? id], actor.now)
  const passed = unlocks ? 'unlocked' : 'inspected'
  await record(db, actor, locks ? 'locked_out' : passed, kind, id, {
    label,
    occasion: body.occasion,
    result: outcome.result,
    ...(outcome.lockReason && { reason: outcome.lockReason }),
    ...(unlocks && { repairNote: body.repairNote }),
  })
}

/** The look that locked it; where the shop no longer has that look, the one before use. */
const unlockingLook = (
  changes: readonly ChecklistChange[],
  gear: Pick<Gear, 'kind' | 'kindId' | 'lockOccasion'>,
): Occasion =>
  looksOf(changes, gear).find((occasion) => occasion === gear.lockOccasion) ?? 'beforeUse'

/** Whether this look lets locked gear back into service. @throws where it would and may not */
async function isUnlocking(
  db: Db,
  actor: Actor,
  scope: ShopScope,
  gear: Gear,
  body: InspectionBody,
  outcome: InspectionOutcome,
  changes: readonly ChecklistChange[],
): Promise<boolean> {
  if (gear.lockReason === null || outcome.result === 'locked') return false
  // Another look than the one that locked it is put on record and leaves it locked.
  if (body.occasion !== unlockingLook(changes, gear)) return false
  // What came later meanwhile is not known to whoever passed it.
  if (actor.late)
    throw conflict('Locked gear is unlocked with a signal only. Look at it again.', 'late_unlock')
  if (!isStaff(actor))
    throw new AppError(
      403,
      'locked',
      'It is locked out. A lead or instructor unlocks it, with a repair on record and a fresh pass.',
    )
  const [repair] = await repairsOf(db, gear.id, 1)
  const repaired = repair && repair.at.toISOString() >= gear.lockedAt! ? repair : undefined
  if (!repaired && !body.repairNote)
    throw fieldError('repairNote', 'Say what was repaired; without it it stays locked.')
  if (scope.inspection.recheckByAnother) {
    if (!repaired)
      throw fieldError(
        'repairNote',
        'Whoever repaired it logs the repair first. In this shop another looks again.',
      )
    if (repaired.person_id === actor.person)
      throw new AppError(
        403,
        'same_person',
        'You repaired it. In this shop another lead or instructor looks again.',
      )
  }
  if (outcome.result === 'fail')
    throw fieldError('lines', 'Locked gear needs a full pass to be unlocked.')
  return true
}

function judged(
  lines: readonly ChecklistLine[],
  body: InspectionBody,
  meters: MetersUsed,
): InspectionOutcome {
  try {
    const outcome = judgeInspection(lines, body.lines)
    return { ...outcome, lines: withMeters(lines, outcome.lines, meters) }
  } catch (error) {
    if (error instanceof ChecklistMismatch) throw fieldError(`lines.${error.path}`, error.message)
    throw error
  }
}
