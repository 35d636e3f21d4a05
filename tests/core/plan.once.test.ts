import fc from 'fast-check'
import { describe, expect, it, vi } from 'vitest'
import { lineOf, readLine } from '#core/plan/again/line'
import type { Equipment } from '#core/plan/judge/equipment'
import { once, oncePerFloor } from '#core/plan/once'
import { anyBuilding, anyPlan, box, planOf, thing } from './plan.fixture'

describe('what follows of an object', () => {
  it('is found once, whatever it is, also of one that nobody can change', () => {
    for (const what of [null, undefined, 0, 'told']) {
      const find = vi.fn(() => what)
      const known = once(find)
      const of = Object.freeze({ a: 1 })
      expect([known(of), known(of)]).toEqual([what, what])
      expect(find).toHaveBeenCalledOnce()
    }
  })

  it('is none of its copies, and is not seen on it', () => {
    const doubled = once(({ a }: { a: number }) => 2 * a)
    const asText = once((of: { a: number }) => JSON.stringify(of))
    const of = { a: 1 }
    expect([doubled(of), asText(of)]).toEqual([2, '{"a":1}'])
    expect(Reflect.ownKeys(of)).toEqual(['a'])
    expect(doubled({ ...of, a: 3 })).toBe(6)
    expect(asText(structuredClone(of))).toBe('{"a":1}')
  })

  it('is of a plan found for each floor', () => {
    const namesOn = oncePerFloor(({ things }, floor) =>
      things.filter((one) => one.floor === floor).map(({ name }) => name),
    )
    const plan = planOf(thing('desk', box(1, 1), { name: 'Here' }))
    const floor = plan.floors[0]!.id
    expect(namesOn(plan, floor)).toEqual(['Here'])
    expect(namesOn(plan, 'another')).toEqual([])
    expect(namesOn(plan, floor)).toBe(namesOn(plan, floor))
    expect(namesOn({ ...plan, things: [] }, floor)).toEqual([])
  })
})

describe('a thing as a line', () => {
  const NOTHING: Equipment = {
    extinguishers: new Map(),
    eyewash: new Set(),
    curtains: new Set(),
    burns: new Map(),
    stored: new Map(),
  }

  it('is read as it was written', () => {
    fc.assert(
      fc.property(fc.oneof(anyPlan, anyBuilding), fc.string(), ({ things }, name) => {
        for (const one of things) {
          const told = { ...one, name, facts: { height: 2.4, holds: name } }
          expect(readLine(lineOf(told, NOTHING))).toEqual({ thing: told, known: null })
        }
      }),
    )
  })

  it('is another one as soon as anything that is known of the thing is', () => {
    const { id } = thing('station', box(0, 0))
    const of = new Map([[id, ['ordinary' as const]]])
    const known: Partial<Equipment>[] = [
      {},
      { extinguishers: of },
      { eyewash: new Set([id]) },
      { curtains: new Set([id]) },
      { burns: of },
      { stored: new Map([[id, []]]) },
    ]
    const one = { ...thing('station', box(0, 0)), id }
    const lines = known.map((its) => lineOf(one, { ...NOTHING, ...its }))
    expect(new Set(lines).size).toBe(known.length)
    // Of another thing it tells nothing.
    const other = { ...one, id: 'another' }
    expect(lineOf(other, { ...NOTHING, burns: of })).toBe(lineOf(other, NOTHING))
  })
})
