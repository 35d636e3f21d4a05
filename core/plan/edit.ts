import type { Thing } from './plan'

/** One thing before and after an edit; null: it is not there. */
export interface Change {
  id: string
  before: Thing | null
  after: Thing | null
}
/** What one step of a person does to a plan, each thing once. */
export type Edit = readonly Change[]

export type Things = ReadonlyMap<string, Thing>

/** The things after an edit; those that were given stay as they are. */
export function applied(things: Things, edit: Edit): Map<string, Thing> {
  const now = new Map(things)
  for (const { id, after } of edit) {
    if (after) now.set(id, after)
    else now.delete(id)
  }
  return now
}

/** The edit that takes another one back. */
export const inverse = (edit: Edit): Edit =>
  edit.map(({ id, before, after }) => ({ id, before: after, after: before }))

/** The edit that makes some things into others; what is the same in both is none of it. */
export const editBetween = (from: Things, to: Things): Edit =>
  [...new Set([...from.keys(), ...to.keys()])].flatMap((id) => {
    const [before, after] = [from.get(id) ?? null, to.get(id) ?? null]
    return JSON.stringify(before) === JSON.stringify(after) ? [] : [{ id, before, after }]
  })

/** What was done and can be taken back, and what was taken back and can be done again. */
export interface History {
  things: Things
  done: readonly Edit[]
  undone: readonly Edit[]
}

/** So many steps can be taken back. */
export const MOST_STEPS = 200

export const begin = (things: Things): History => ({ things, done: [], undone: [] })

export const make = ({ things, done }: History, edit: Edit): History =>
  edit.length === 0
    ? { things, done, undone: [] }
    : { things: applied(things, edit), done: [...done, edit].slice(-MOST_STEPS), undone: [] }

/** Goes on with the last step, as when somebody types: taken back, both are. A first step begins one. */
export function goOn(history: History, edit: Edit): History {
  const last = history.done.at(-1)
  if (!last) return make(history, edit)
  const before = applied(history.things, inverse(last))
  const things = applied(history.things, edit)
  const done = history.done.slice(0, -1)
  return { things, done: [...done, editBetween(before, things)], undone: [] }
}

/** The same where there is nothing to take back. */
export function undo(history: History): History {
  const { things, done, undone } = history
  const last = done.at(-1)
  if (!last) return history
  return {
    things: applied(things, inverse(last)),
    done: done.slice(0, -1),
    undone: [...undone, last],
  }
}

/** The same where nothing was taken back. */
export function redo(history: History): History {
  const { things, done, undone } = history
  const last = undone.at(-1)
  if (!last) return history
  return { things: applied(things, last), done: [...done, last], undone: undone.slice(0, -1) }
}
