import { doMeet, type Bounds } from '../near'
import type { Plan, Thing } from '../plan'
import { boundsOfChanges, type Changes } from './changes'
import { partOf } from './part'

/** By thing, what was found of it. */
export type Found<T> = ReadonlyMap<string, T>

/** Something that is found of a thing from what lies near it. */
interface FromNear<T> {
  /** Nothing outside counts. */
  zone: (thing: Thing) => Bounds
  /** Found of some things, each of them. @param part of the plan, with the whole of each of their zones */
  find: (part: Plan, about: readonly Thing[]) => Found<T>
}

/**
 * What is found of some things of a floor: as before where nothing near is not as it was, and there alone.
 * @param before null: nothing counts that was found before
 */
export function foundAgain<T>(
  plan: Plan,
  floor: string,
  about: readonly Thing[],
  { zone, find }: FromNear<T>,
  before: { found: Found<T>; changes: Changes } | null,
): Found<T> {
  if (!before) return find(plan, about)
  const changed = boundsOfChanges(before.changes.get(floor) ?? [])
  const zones = new Map<Thing, Bounds>()
  for (const thing of about) {
    const its = zone(thing)
    const isAsBefore = before.found.has(thing.id) && !changed.some((box) => doMeet(box, its))
    if (!isAsBefore) zones.set(thing, its)
  }
  const anew =
    zones.size > 0 ? find(partOf(plan, floor, [...zones.values()]), [...zones.keys()]) : null
  return new Map(
    about.map((thing) => [
      thing.id,
      (zones.has(thing) ? anew!.get(thing.id) : before.found.get(thing.id)) as T,
    ]),
  )
}
