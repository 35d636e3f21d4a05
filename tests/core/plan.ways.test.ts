import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Stored } from '#core/gas/storage'
import { FIRE_CLASSES } from '#core/inspection/fire-class'
import { toldOf } from '#core/plan/again/told'
import { judgeFuel } from '#core/plan/judge/fuel'
import { FARTHEST_EYEWASH } from '#core/plan/judge/reach'
import { judgeWaysAgain } from '#core/plan/judge/plan'
import { judgeWaysOut } from '#core/plan/judge/ways-out'
import { outOfReach } from '#core/plan/out-of-reach'
import { groundOf } from '#core/plan/ground'
import type { Thing } from '#core/plan/plan'
import { apart } from '#core/plan/shape'
import { roundOver, shortOrder } from '#core/plan/round'
import { anyPoint, anyRooms, at, box, line, planOf, rectangle, thing } from './plan.fixture'

describe('the walking order of what is due', () => {
  /** By every subset: Held and Karp, 1962. */
  function exactLength(first: number[], between: number[][]): number {
    const count = first.length
    const best = new Map<string, number>()
    const key = (seen: number, last: number): string => `${seen} ${last}`
    for (let seen = 1; seen < 1 << count; seen++)
      for (let last = 0; last < count; last++) {
        if (!(seen & (1 << last))) continue
        const before = seen & ~(1 << last)
        const ways =
          before === 0
            ? [first[last]!]
            : between.flatMap((row, i) =>
                before & (1 << i) ? [best.get(key(before, i))! + row[last]!] : [],
              )
        best.set(key(seen, last), Math.min(...ways))
      }
    return Math.min(...first.map((_, last) => best.get(key((1 << count) - 1, last))!))
  }

  it('is at most a fifth longer than the exact one on small cases, and never shorter', () => {
    let worst = 1
    fc.assert(
      fc.property(anyPoint, fc.array(anyPoint, { minLength: 2, maxLength: 8 }), (from, places) => {
        const first = places.map((p) => apart(from, p))
        const between = places.map((a) => places.map((b) => apart(a, b)))
        const order = shortOrder(first, between)
        expect([...order].sort()).toEqual(places.map((_, i) => i).sort())
        const length = order.reduce(
          (sum, place, i) => sum + (i === 0 ? first[place]! : between[order[i - 1]!]![place]!),
          0,
        )
        const exact = exactLength(first, between)
        expect(length).toBeGreaterThanOrEqual(exact - 1e-9)
        if (exact > 0) worst = Math.max(worst, length / exact)
      }),
      // The worst of three hundred is a figure only of the same three hundred.
      { numRuns: 300, seed: 1 },
    )
    expect(worst).toBeLessThan(1.2)
  })

  it('goes round walls, and names what no way leads to', () => {
    const plan = planOf(
      thing('room', rectangle(0, 0, 20, 10)),
      thing('wall', line([10, 0], [10, 9])),
      thing('room', rectangle(30, 0, 5, 5)),
    )
    const stops = [
      { id: 'behind', at: at(11, 1) },
      { id: 'near', at: at(2, 1) },
      { id: 'shut in', at: at(32, 2) },
    ]
    const round = roundOver(groundOf(plan, 'ground'), at(9, 1), stops)
    expect(round.stops.map(({ id }) => id)).toEqual(['near', 'behind'])
    expect(round.astray.map(({ id }) => id)).toEqual(['shut in'])
    expect(round.length).toBeGreaterThan(7 + Math.hypot(8, 8))
    expect(round.walks[1]!.points.length).toBeGreaterThan(2)
  })
})

describe('ground that is out of reach', () => {
  it('is measured by the walk, not by the straight line', () => {
    const hall = thing('room', rectangle(0, 0, 60, 4))
    const far = outOfReach(planOf(hall), 'ground', [at(0.3, 2)], FARTHEST_EYEWASH)
    // By hand: a strip from about 17 m to 60 m, 4 m wide.
    expect(far.area).toBeGreaterThan((60 - 17.3) * 4 - 4)
    expect(far.area).toBeLessThan((60 - 16.8) * 4 + 4)
    const parted = planOf(hall, thing('wall', line([5, 0], [5, 4])))
    expect(outOfReach(parted, 'ground', [at(0.3, 2)], FARTHEST_EYEWASH).area).toBeCloseTo(220, -1)
    expect(outOfReach(planOf(hall), 'ground', [], FARTHEST_EYEWASH).area).toBe(240)
    expect(outOfReach(planOf(), 'ground', [at(0, 0)], 5)).toEqual({
      strips: [],
      area: 0,
      lookedAt: 0,
    })
  })
})

describe('the way out while hot work goes on', () => {
  // A passage 3 m wide with a door at its east end.
  const passage = () => [
    thing('room', rectangle(0, 0, 20, 3)),
    thing('door', line([20, 1], [20, 2])),
    thing('exit', box(20, 1.5, { width: 1, depth: 0.3 }), { name: 'East' }),
  ]
  const desk = () => thing('desk', box(3, 1.5), { name: 'Desk' })
  const level = (...things: Thing[]) =>
    judgeWaysOut(planOf(...things)).map(
      ({ finding, things: [id] }) =>
        `${things.find((one) => one.id === id)!.kind} ${finding.level}`,
    )

  it('is free past work at the side, and blocked by work from wall to wall', () => {
    const aside = thing('station', box(10, 0.8, { width: 1.4, depth: 2 }))
    expect(level(...passage(), desk(), aside)).toEqual(['desk clear', 'station clear'])
    const across = thing('station', box(10, 1.5, { width: 3.2, depth: 2 }))
    expect(level(...passage(), desk(), across)).toEqual(['desk caution', 'station clear'])
    const second = [
      thing('door', line([0, 1], [0, 2])),
      thing('exit', box(0, 1.5, { width: 1, depth: 0.3 })),
    ]
    expect(level(...passage(), desk(), across, ...second)).toEqual(['desk clear', 'station clear'])
  })

  // A draft is judged while its rooms still overlap, and what is said is left out then.
  it('of rooms that overlap something is said all the same', () => {
    const all = [...FIRE_CLASSES]
    fc.assert(
      fc.property(anyRooms, anyPoint, anyPoint, ({ things }, here, there) => {
        const station = thing('station', box(here.x, here.y))
        const extinguisher = thing(
          'extinguisher',
          box(there.x, there.y, { width: 0.2, depth: 0.2 }),
        )
        const exit = thing('exit', box(there.x + 3, there.y))
        const told = toldOf(planOf(...things, station, extinguisher, exit), {
          extinguishers: new Map([[extinguisher.id, all]]),
          eyewash: new Set(),
          curtains: new Set(),
          stored: new Map(),
          burns: new Map([[station.id, all]]),
        })
        const { findings } = judgeWaysAgain(told)
        expect(findings).toHaveLength(all.length + 2)
        for (const { finding } of findings)
          if (finding.value) expect(finding.value.amount).toBeGreaterThanOrEqual(0)
      }),
      { numRuns: 300 },
    )
  })

  it('is unknown where none is drawn, or none leads there', () => {
    expect(level(thing('room', rectangle(0, 0, 20, 3)), desk())).toEqual(['desk unknown'])
    const walled = thing('wall', line([6, 0], [6, 3]))
    expect(level(...passage(), desk(), walled)).toEqual(['desk unknown'])
  })
})

describe('fuel gas in a room (OSHA 1910.253(b)(3)(i): 2,000 cubic feet, 300 lb)', () => {
  const room = thing('room', rectangle(0, 0, 20, 20), { name: 'Store' })
  const [one, two, outside] = [box(2, 2), box(15, 15), box(40, 2)].map((shape) =>
    thing('gasStore', shape),
  ) as [Thing, Thing, Thing]
  const acetylene = (feet: number | null): Stored => ({
    label: 'A',
    parts: { acetylene: 1 },
    full: feet === null ? null : feet * 0.3048 ** 3,
    liquidPetroleum: null,
    state: 'full',
    capped: true,
    chained: true,
  })
  const level = (stored: [Thing, Stored[]][], ...stores: Thing[]) =>
    judgeFuel(planOf(room, ...stores), {
      stored: new Map(stored.map(([{ id }, all]) => [id, all])),
    }).map(({ finding }) => finding.level)

  it('is the sum over its stores, and over the limit a stop', () => {
    const half: [Thing, Stored[]][] = [
      [one, [acetylene(1000)]],
      [two, [acetylene(1000)]],
    ]
    expect(level(half, one, two)).toEqual(['clear'])
    expect(level([...half.slice(0, 1), [two, [acetylene(1001)]]], one, two)).toEqual(['stop'])
    expect(level([[outside, [acetylene(5000)]]], outside)).toEqual([])
  })

  it('is unknown with a store that is not on record, a size or a gas that nobody told, and stays a stop with it', () => {
    expect(level([], one)).toEqual(['unknown'])
    expect(level([[one, [acetylene(null)]]], one)).toEqual(['unknown'])
    expect(level([[one, [{ ...acetylene(10), parts: null }]]], one)).toEqual(['unknown'])
    expect(level([[one, [acetylene(2500)]]], one, two)).toEqual(['stop'])
  })
})
