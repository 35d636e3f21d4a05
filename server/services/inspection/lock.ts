import { randomUUID } from 'node:crypto'
import { insertTry } from '#server/db/repair'
import { inOrganisation } from '#server/db/pool'
import { AppError } from '#server/errors'
import type { Gear } from '#shared/inspection/schema'
import { record, type Actor } from '../actor'

type Locked = Pick<Gear, 'id' | 'kind' | 'kindName' | 'label' | 'lockReason' | 'lockedParts'>

/** Somebody reached for gear that is locked out. It is refused, and who tried stays on record. */
export class LockedTry extends AppError {
  constructor(
    readonly gear: Locked,
    /** What it was wanted for, as "Named for job 12". */
    readonly doing: string,
    path: string,
  ) {
    const message = `${gear.kindName} ${gear.label} is locked out: ${whyLocked(gear)}.`
    super(409, 'locked', message, [{ path, message }])
  }
}

/** Why nobody may use it: its own lock, or that of something fitted to it; null when neither. */
export const whyLocked = ({
  lockReason,
  lockedParts,
}: Pick<Gear, 'lockReason' | 'lockedParts'>): string | null =>
  lockReason ?? lockedParts.map(({ name, reason }) => `${name}, ${reason}`)[0] ?? null

/**
 * Refuse gear that is locked out.
 * @param doing what it is wanted for
 * @param path the field that named it
 * @throws LockedTry
 */
export function refuseLocked(gear: readonly Locked[], doing: string, path: string): void {
  const locked = gear.find((one) => whyLocked(one) !== null)
  if (locked) throw new LockedTry(locked, doing, path)
}

/** Written in a transaction of its own, as the one that was refused leaves nothing behind. */
export const recordTry = (actor: Actor, { gear, doing }: LockedTry): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    await insertTry(db, {
      id: randomUUID(),
      organisation: actor.organisation,
      item: gear.id,
      person: actor.person,
      at: actor.now,
      doing,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'locked_tried', gear.kind, gear.id, { label: gear.label, doing })
  })
