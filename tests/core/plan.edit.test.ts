import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  applied,
  begin,
  editBetween,
  goOn,
  inverse,
  make,
  MOST_STEPS,
  redo,
  undo,
} from '#core/plan/edit'
import type { Thing } from '#core/plan/plan'
import { box, thing } from './plan.fixture'

const things = (...all: Thing[]): Map<string, Thing> => new Map(all.map((one) => [one.id, one]))
const ids = ['a', 'b', 'c', 'd']
/** What a person does next: put one somewhere, take one away, or move everything. */
const anyStep = fc.oneof(
  fc.tuple(fc.constantFrom(...ids), fc.integer({ min: 0, max: 9 })),
  fc.tuple(fc.constantFrom(...ids), fc.constant(null)),
)
const start = things(thing('desk', box(0, 0), { id: 'a' }), thing('desk', box(1, 0), { id: 'b' }))
const step = (from: ReadonlyMap<string, Thing>, [id, x]: readonly [string, number | null]) => {
  const to = new Map(from)
  if (x === null) to.delete(id)
  else to.set(id, thing('desk', box(x, 0), { id, name: id }))
  return editBetween(from, to)
}

describe('edits of a plan', () => {
  it('any sequence of them taken back gives the start, and done again the end', () => {
    fc.assert(
      fc.property(fc.array(anyStep, { maxLength: 30 }), (steps) => {
        let history = begin(start)
        for (const one of steps) history = make(history, step(history.things, one))
        const end = [...history.things].sort()
        const count = history.done.length
        for (let i = 0; i < count; i++) history = undo(history)
        expect([...history.things].sort()).toEqual([...start].sort())
        expect(undo(history)).toBe(history)
        for (let i = 0; i < count; i++) history = redo(history)
        expect([...history.things].sort()).toEqual(end)
        expect(redo(history)).toBe(history)
      }),
    )
  })
  it('one that was taken back is gone once something else is done', () => {
    const first = make(begin(start), step(start, ['c', 1]))
    const second = make(undo(first), step(start, ['d', 2]))
    expect([...redo(second).things.keys()].sort()).toEqual(['a', 'b', 'd'])
  })
  it('an edit and its inverse are nothing, and what stays as it is is no edit', () => {
    const edit = step(start, ['a', 5])
    expect(applied(applied(start, edit), inverse(edit))).toEqual(start)
    expect(editBetween(start, new Map(start))).toEqual([])
  })
  it('typing is one step, taken back at once', () => {
    const first = make(begin(start), step(start, ['a', 1]))
    const typed = ['b', 'a', 'b'].reduce(
      (history, id, i) => goOn(history, step(history.things, [id, i + 5])),
      first,
    )
    expect(typed.done).toHaveLength(1)
    expect(typed.things.get('b')!.shape).toEqual(box(7, 0))
    expect(undo(typed).things).toEqual(start)
    expect(redo(undo(typed)).things).toEqual(typed.things)
    expect(goOn(begin(start), step(start, ['c', 1])).done).toHaveLength(1)
  })
  it('so many steps are kept', () => {
    let history = begin(start)
    for (let i = 0; i < MOST_STEPS + 10; i++)
      history = make(history, step(history.things, ['a', i % 7]))
    expect(history.done).toHaveLength(MOST_STEPS)
  })
})
