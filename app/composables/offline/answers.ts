import { openKept } from './database'
import { keptOwner, setKeptOwner } from './owner'
import { showsKept } from './signal'

/** Longer than a shift and the way home: nobody goes by what is older, ms. */
const KEPT_MS = 36 * 3_600_000

const canKeep = (): boolean => typeof indexedDB !== 'undefined'

/** When an answer was heard that was kept here, ms by this device's clock; undefined: just now. */
const heardAt = new WeakMap<object, number>()
export const keptAtOf = (answer: object): number | undefined => heardAt.get(answer)

/** Keep an answer for its person. A device without room shows it and keeps nothing. */
export async function keepAnswer(address: string, data: unknown): Promise<void> {
  const owner = keptOwner()
  if (!owner || !canKeep()) return
  await (
    await openKept()
  )
    .put('answer', { owner, address, at: Date.now(), data })
    .catch(() => undefined)
}

/** What was answered last; null: nothing that may still be shown. */
export async function keptAnswer(address: string): Promise<unknown> {
  const owner = keptOwner()
  if (!owner || !canKeep()) return null
  const kept = await (await openKept()).get('answer', [owner, address]).catch(() => undefined)
  if (!kept || Date.now() - kept.at > KEPT_MS) return null
  showsKept(kept.at)
  if (kept.data !== null && typeof kept.data === 'object') heardAt.set(kept.data, kept.at)
  return kept.data
}

/** From now on answers are this person's; those of others go. */
export async function keepFor(person: string): Promise<void> {
  setKeptOwner(person)
  await forget((owner) => owner !== person)
}

/** Nothing that was read stays here. What waits to be sent does. */
export async function forgetAnswers(): Promise<void> {
  setKeptOwner(null)
  await forget(() => true)
}

async function forget(whose: (owner: string) => boolean): Promise<void> {
  if (!canKeep()) return
  const db = await openKept()
  const keys = await db.getAllKeys('answer')
  const old = keys.filter(([owner]) => whose(owner))
  await Promise.all(old.map((key) => db.delete('answer', key)))
}
