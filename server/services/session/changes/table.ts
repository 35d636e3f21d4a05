import { z } from 'zod'
import type { SessionChange } from '#shared/session/schema'
import type { ChangeKind, ChangeOf, Context } from './kind'
import { lend } from './lend'
import { add, assign, presence, remove, seen, spread } from './members'
import { clear, kit, kitOpen, seal } from './records'
import { prove } from './stations'

type Kind = SessionChange['kind']

/** Everything that can be done to a session, and how it is taken back. */
const CHANGES = {
  add,
  remove,
  presence,
  seen,
  assign,
  spread,
  prove,
  clear,
  kit,
  kit_open: kitOpen,
  seal,
  lend,
} satisfies { [K in Kind]: ChangeKind<ChangeOf<K>> }

/** What stood before a change, as it is stored. The version is raised when an older shape could not be read any more. */
const beforeSchema = z.object({
  version: z.literal(1),
  kind: z.enum(Object.keys(CHANGES) as [Kind, ...Kind[]]),
  was: z.unknown(),
})
export type Before = z.infer<typeof beforeSchema>

/** Do it. @returns what was done in words, and what stood before */
export async function applyChange(
  context: Context,
  change: SessionChange,
): Promise<{ says: string; before: Before }> {
  const entry = CHANGES[change.kind] as ChangeKind<SessionChange>
  const { says, was } = await entry.apply(context, change)
  return { says, before: { version: 1, kind: change.kind, was } }
}

/** Put back what stood before. @throws when what is stored is of a version that this program does not know */
export async function undoChange(context: Context, stored: unknown): Promise<void> {
  const { kind, was } = beforeSchema.parse(stored)
  await CHANGES[kind].undo(context, was)
}
