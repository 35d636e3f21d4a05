import type { z } from 'zod'
import { fieldError } from '#server/errors'
import { membersOf, type MemberRow } from '#server/db/session'
import type { Db } from '#server/db/pool'
import type { SessionChange } from '#shared/session/schema'
import type { Actor } from '../../actor'
import type { ShopScope } from '../../shop/shop'

/** The session that is changed, held; whoever changes it; the day and the rules. */
export interface Context {
  db: Db
  actor: Actor
  id: string
  scope: ShopScope
}

/** One kind of change: what it does, and how it is taken back from what stood before. */
export interface ChangeKind<Change> {
  apply: (context: Context, change: Change) => Promise<{ says: string; was: unknown }>
  /** @param was as it was stored */
  undo: (context: Context, was: unknown) => Promise<unknown>
}

/** A kind of change of which what stood before is stored, and parsed when it is taken back. */
export const changeKind = <Change, Was>(
  schema: z.ZodType<Was>,
  kind: {
    apply: (context: Context, change: Change) => Promise<{ says: string; was: Was }>
    undo: (context: Context, was: Was) => Promise<unknown>
  },
): ChangeKind<Change> => ({
  apply: kind.apply,
  undo: (context, was) => kind.undo(context, schema.parse(was)),
})
export type ChangeOf<Kind extends SessionChange['kind']> = Extract<SessionChange, { kind: Kind }>

export const count = (people: readonly unknown[]): string =>
  people.length === 1 ? 'one person' : `${people.length} people`

/** Members named by a change, as they stand. */
export async function chosen({ db, id }: Context, people: readonly string[]): Promise<MemberRow[]> {
  const members = (await membersOf(db, id))
    .filter((member) => people.includes(member.person_id))
    .map(toRow)
  if (members.length !== new Set(people).size)
    throw fieldError('change.people', 'Someone named here is not in this session.')
  return members
}

const toRow = (member: MemberRow): MemberRow => ({
  person_id: member.person_id,
  presence: member.presence,
  station_id: member.station_id,
  job_id: member.job_id,
  helmet_id: member.helmet_id,
  machine_id: member.machine_id,
  cylinder_id: member.cylinder_id,
  seen: member.seen,
})
