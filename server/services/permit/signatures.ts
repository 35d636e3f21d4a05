import { randomUUID } from 'node:crypto'
import type { PermitDbRow } from '#server/db/permit'
import type { EventRow } from '#server/db/permit-event'
import type { Db } from '#server/db/pool'
import type { Signer } from '#shared/permit/schema'
import type { Actor } from '../actor'
import { addStep, type HeldPermit } from './step'

export const SIGNER_NAME: Record<Signer, string> = {
  operator: 'operator',
  fire_watch: 'fire watch',
  watcher: 'further watcher',
  attendant: 'attendant',
}

/** Somebody whose signature a permit needs; without a person nobody is named yet. */
export interface Signatory {
  as: Signer
  id: string | null
  name: string | null
  /** What a further watcher watches. */
  side: string | null
}

/** Who signs, in the order in which they do; who issues it signs last. */
export function signatoriesOf({ row }: Pick<HeldPermit, 'row'>): Signatory[] {
  const one = (as: Signer, id: string | null, name: string | null): Signatory => ({
    as,
    id,
    name,
    side: null,
  })
  return [
    one('operator', row.operator_id, row.operator),
    one('fire_watch', row.fire_watch_id, row.fire_watch),
    ...row.watchers.map(({ personId, name, side }): Signatory => ({
      as: 'watcher',
      id: personId,
      name,
      side,
    })),
    ...(row.attendant_id ? [one('attendant', row.attendant_id, row.attendant)] : []),
  ]
}

/** Whether a signature stands: given, or the watch taken over, by the person named now, for the draft as it is now. */
export const isSigned = (
  { row, events }: { row: Pick<PermitDbRow, 'version'>; events: readonly EventRow[] },
  { as, id }: Signatory,
): boolean =>
  events.some(
    (event) =>
      (event.kind === 'sign' || event.kind === 'hand_over') &&
      event.subject === as &&
      event.person_id === id &&
      event.permit_version === row.version,
  )

/** Write down whose signatures a change made void; the permit before it is held. @param version of the draft after the change */
export async function voidSignatures(
  db: Db,
  actor: Actor,
  before: HeldPermit,
  version: number,
  why: string,
): Promise<void> {
  const after = { ...before, row: { ...before.row, version } }
  for (const signatory of signatoriesOf(before))
    if (isSigned(before, signatory))
      await addStep(db, actor, after, {
        id: randomUUID(),
        kind: 'void',
        subject: signatory.as,
        note: `${signatory.name}'s signature counts no more: ${why}`,
      })
}
