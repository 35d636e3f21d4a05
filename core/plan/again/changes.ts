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
  if (isUnclear || before.floors !== now.floors || isReordered(before, now)) return null
  const ids = [
    ...[...before.things.keys()].filter((id) => !now.things.has(id)),
    ...[...now.things]
      .filter(([id, { text }]) => before.things.get(id)?.text !== text)
      .map(([id]) => id),
  ]
  if (ids.length > MOST) return null
  const changes = new Map<string, Change[]>()
  const put = (floor: string, change: Change): void => {
    changes.set(floor, [...(changes.get(floor) ?? []), change])
  }
  for (const id of ids) {
    const [was, is] = [before, now].map(({ things }) => things.get(id)?.thing ?? null) as [
      Thing | null,
      Thing | null,
    ]
    if (was && is && was.floor === is.floor) put(is.floor, { was, is })
    else {
      if (was) put(was.floor, { was, is: null })
      if (is) put(is.floor, { was: null, is })
    }
  }
  return changes
}

/** The outer bounds of what is not as it was, as it was and as it is. */
export const boundsOfChanges = (changes: readonly Change[]): Bounds[] =>
  changes.flatMap(({ was, is }) =>
    [was, is].flatMap((thing) => (thing ? [boundsOfThing(thing)] : [])),
  )

/** Which of two is named first may hang on which comes first. */
function isReordered(before: Told, now: Told): boolean {
  let last = -1
  for (const id of now.things.keys()) {
    const place = before.things.get(id)?.place ?? last
    if (place < last) return true
    last = place
  }
  return false
}

/** How much it is; fewer are nearer to what was. */
export const countOf = (changes: Changes): number =>
  [...changes.values()].reduce((sum, { length }) => sum + length, 0)
