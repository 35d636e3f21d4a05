import { boundsOfThing, type Bounds } from '../near'
import type { Thing } from '../plan'
import type { Told } from './told'

/** With more changes than this a plan is taken for another one. */
const MOST = 60

/** A thing as it was and as it is on a floor; null: it was or is not there. */
export interface Change {
  was: Thing | null
  is: Thing | null
}

/** By floor, what is not as it was. */
export type Changes = ReadonlyMap<string, readonly Change[]>

/** @returns null: too much is not as it was, so nothing that was found before counts */
export function changesBetween(before: Told, now: Told): Changes | null {
  const isUnclear = [before, now].some(({ plan, things }) => things.size < plan.things.length)
  if (isUnclear || before.floors !== now.floors) return null
  const changes = new Changed()
  for (const [id, { thing }] of before.things) {
    if (!now.things.has(id)) changes.put(thing, null)
    if (changes.count > MOST) return null
  }
  let last = -1
  for (const [id, { thing, text }] of now.things) {
    const was = before.things.get(id)
    // Which of two is named first may hang on which comes first.
    if (was && was.place < last) return null
    last = was?.place ?? last
    if (was?.text !== text) changes.put(was?.thing ?? null, thing)
    if (changes.count > MOST) return null
  }
  return changes.byFloor
}

/** Changes by the floors that they are on. */
class Changed {
  readonly byFloor = new Map<string, Change[]>()
  /** Things that are not as they were. */
  count = 0

  put(was: Thing | null, is: Thing | null): void {
    this.count++
    if (was && is && was.floor === is.floor) this.on(is.floor, { was, is })
    else {
      if (was) this.on(was.floor, { was, is: null })
      if (is) this.on(is.floor, { was: null, is })
    }
  }

  private on(floor: string, change: Change): void {
    this.byFloor.set(floor, [...(this.byFloor.get(floor) ?? []), change])
  }
}

/** The outer bounds of what is not as it was, as it was and as it is. */
export const boundsOfChanges = (changes: readonly Change[]): Bounds[] =>
  changes.flatMap(({ was, is }) =>
    [was, is].flatMap((thing) => (thing ? [boundsOfThing(thing)] : [])),
  )

/** How much it is; fewer are nearer to what was. */
export const countOf = (changes: Changes): number =>
  [...changes.values()].reduce((sum, { length }) => sum + length, 0)
