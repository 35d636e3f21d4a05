import type { Signer } from '#shared/permit/schema'
import type { HeldPermit } from './step'

export const SIGNER_NAME: Record<Signer, string> = {
  operator: 'operator',
  fire_watch: 'fire watch',
}

/** Who is named for a signature; null while nobody is. */
export function namedFor({ row }: HeldPermit, as: Signer): { id: string; name: string } | null {
  const [id, name] =
    as === 'operator' ? [row.operator_id, row.operator] : [row.fire_watch_id, row.fire_watch]
  return id === null ? null : { id, name: name! }
}

/** Whether a signature stands: given, or the watch taken over, by the person named now, for the draft as it is now. */
export const signedBy = (held: HeldPermit, as: Signer): boolean =>
  held.events.some(
    (event) =>
      (event.kind === 'sign' || event.kind === 'hand_over') &&
      event.subject === as &&
      event.person_id === namedFor(held, as)?.id &&
      event.permit_version === held.row.version,
  )
