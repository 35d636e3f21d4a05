import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { FireClass } from '#core/inspection/fire-class'
import { faultsOf, outlineFault } from '#core/plan/faults'
import { FARTHEST_EXTINGUISHER } from '#core/inspection/extinguisher-reach'
import { extinguisherWalks } from '#core/plan/judge/extinguisher-walks'
import { judgeReach, FARTHEST_EYEWASH } from '#core/plan/judge/reach'
import { judgeRoom, judgeRooms, measureRoom, VOLUME_EACH } from '#core/plan/judge/room'
import { barrierBetween, judgeStorage } from '#core/plan/judge/storage'
import { PLAN_KINDS, THING_KINDS, type ThingKind } from '#core/plan/kinds.table'
import type { Plan, Thing } from '#core/plan/plan'
import { area, box, line, planOf, rectangle, thing } from './plan.fixture'

const FOOT = 0.3048
const levels = (findings: readonly { finding: { level: string } }[]): string[] =>
  findings.map(({ finding }) => finding.level)

describe('rooms, measured', () => {
  const hall = (width: number, height: number | null, stations: number): Plan =>
    planOf(
      thing('room', rectangle(0, 0, width, 10), { facts: { height } }),
      ...Array.from({ length: stations }, (_, i) => thing('station', box(2 + 3 * i, 5))),
    )
  it('by hand: 20 m by 10 m by 6 m are 1,200 m3', () => {
    const plan = hall(20, 6, 2)
    expect(measureRoom(plan.things[0]!, [])).toMatchObject({ area: 200, volume: 1200 })
  })
  // OSHA 29 CFR 1910.252(c)(2): under 10,000 cubic feet a welder, or a ceiling under 16 ft.
  it('has the figures of the rule', () => {
    expect(VOLUME_EACH).toBeCloseTo(283.168, 3)
  })
  it.each([
    [20, 6, 2, 'clear'],
    [20, 6, 5, 'caution'],
    [100, 16 * FOOT, 1, 'clear'],
    [100, 15.9 * FOOT, 1, 'caution'],
    [20, null, 1, 'unknown'],
    [20, 0, 1, 'unknown'],
    [20, Number.NaN, 1, 'unknown'],
  ])('%d m wide, %s m high, %d welders: %s', (width, height, stations, level) => {
    expect(levels(judgeRooms(hall(width, height, stations)))).toEqual([level])
  })
  it('exactly 10,000 cubic feet each is enough, a hair less is not', () => {
    const plan = hall(20, 6, 1)
    const measure = measureRoom(plan.things[0]!, [plan.things[1]!])
    expect(judgeRoom({ ...measure, volume: VOLUME_EACH }).level).toBe('clear')
    expect(judgeRoom({ ...measure, volume: VOLUME_EACH - 0.01 }).level).toBe('caution')
  })
  it('counts its welders in the sentence', () => {
    const says = (stations: number) => judgeRooms(hall(200, 6, stations))[0]!.finding.sentence
    expect(says(1)).toContain('for 1 welder by')
    expect(says(2)).toContain('for 2 welders by')
  })
  it('without a station is not judged', () => {
    expect(judgeRooms(hall(20, 6, 0))).toEqual([])
  })
})

describe('gas that may not stand together', () => {
  const store = (x: number, holds: string | null, y = 0): Thing =>
    thing('gasStore', box(x, y), { facts: { holds } })
  const wall = (height: number | null, fire: number | null, half = 3): Thing =>
    thing('wall', line([2, -half], [2, half]), { facts: { height, fire } })
  // Boxes of one metre: their edges are a metre nearer than their middles.
  it.each([
    [20 * FOOT + 1, 'clear'],
    [20 * FOOT + 0.99, 'stop'],
    [1.2, 'stop'],
  ])('oxygen and fuel %d m apart, middle to middle: %s', (x, level) => {
    const plan = planOf(store(0, 'oxygen'), store(x, 'fuel'))
    expect(levels(judgeStorage(plan))).toEqual([level])
  })
  // OSHA 29 CFR 1910.253(b)(4)(iii): at least 5 ft high, half an hour.
  it.each([
    [5 * FOOT, 30, 'clear'],
    [5 * FOOT - 0.01, 30, 'stop'],
    [5 * FOOT, 29, 'stop'],
    [null, 30, 'unknown'],
    [2, null, 'unknown'],
    [Number.NaN, 60, 'unknown'],
  ])('with a wall %s m high that stands fire for %s min: %s', (height, fire, level) => {
    const plan = planOf(store(0, 'oxygen'), store(4, 'fuel'), wall(height, fire))
    expect(levels(judgeStorage(plan))).toEqual([level])
  })
  it('with a wall that one looks past: stop', () => {
    const plan = planOf(store(0, 'oxygen'), store(4, 'fuel'), wall(2, 60, 0.4))
    expect(levels(judgeStorage(plan))).toEqual(['stop'])
  })
  it.each(['door', 'window', 'hatch', 'duct'] as const)('with a %s in the wall: stop', (kind) => {
    const opening = thing(kind, line([2, -0.3], [2, 0.3]))
    const plan = planOf(store(0, 'oxygen'), store(4, 'fuel'), wall(2, 60), opening)
    expect(levels(judgeStorage(plan))).toEqual(['stop'])
  })
  it('the wall may be low here and high elsewhere: that is none', () => {
    const halves = [
      thing('wall', line([2, -3], [2, 0]), { facts: { height: 3, fire: 60 } }),
      thing('wall', line([2, 0], [2, 3]), { facts: { height: 1, fire: 60 } }),
    ]
    const [a, b] = [store(0, 'oxygen'), store(4, 'fuel')]
    expect(barrierBetween(planOf(a, b, ...halves), a, b)).toBe('none')
  })
  it('near something that burns is a stop, with or without a wall', () => {
    const drums = thing('combustible', box(4, 0), { facts: { burns: 'liquid' } })
    const [near] = judgeStorage(planOf(store(0, 'oxygen'), drums, wall(3, 120)))
    expect(near!.finding).toMatchObject({ level: 'stop', legal: true, remedy: 'Move one of them.' })
    expect(near!.finding.reasons[0]!.rule).not.toMatch(/wall/)
    expect(levels(judgeStorage(planOf(store(0, 'inert'), drums)))).toEqual([])
  })
  it('in the middle of what burns is a stop, however far its edge', () => {
    const hay = thing('combustible', box(0, 0, { width: 60, depth: 60 }))
    expect(levels(judgeStorage(planOf(store(0, 'oxygen'), hay)))).toEqual(['stop'])
  })
  it('both in one, or not told, is unknown', () => {
    expect(levels(judgeStorage(planOf(store(0, 'both'))))).toEqual(['unknown'])
    expect(levels(judgeStorage(planOf(store(0, null))))).toEqual(['unknown'])
  })
  it('more walls never part less, and openings never part more', () => {
    const anyWall = fc
      .tuple(fc.integer({ min: -30, max: 30 }), fc.integer({ min: 0, max: 40 }))
      .map(([y, length]) =>
        thing('wall', line([2, y / 10], [2, (y + length + 1) / 10]), {
          facts: { height: 3, fire: 60 },
        }),
      )
    const rank = { none: 0, untold: 1, whole: 2 }
    fc.assert(
      fc.property(fc.array(anyWall, { maxLength: 4 }), anyWall, (walls, more) => {
        const [a, b] = [store(0, 'oxygen'), store(4, 'fuel')]
        const before = rank[barrierBetween(planOf(a, b, ...walls), a, b)]
        const after = rank[barrierBetween(planOf(a, b, ...walls, more), a, b)]
        const door = thing('door', line([2, -0.2], [2, 0.2]))
        const opened = rank[barrierBetween(planOf(a, b, ...walls, more, door), a, b)]
        expect(after).toBeGreaterThanOrEqual(before)
        expect(opened).toBeLessThanOrEqual(after)
      }),
      { numRuns: 40 },
    )
  })
})

describe('the way to what one needs in a hurry', () => {
  // NFPA 10: 75 ft for class A and D, 50 ft for class B; ANSI/ISEA Z358.1: 10 s, 55 ft at a walk; from memory.
  it('has the distances of the standards', () => {
    expect(FARTHEST_EXTINGUISHER.ordinary / FOOT).toBeCloseTo(75, 9)
    expect(FARTHEST_EXTINGUISHER.liquid / FOOT).toBeCloseTo(50, 9)
    expect(FARTHEST_EYEWASH / FOOT).toBeCloseTo(55, 9)
  })
  const station = thing('station', box(0, 0), { name: 'Booth 1' })
  const judged = (
    metres: number,
    {
      burns = ['ordinary'],
      ready = true,
      classes = ['ordinary'],
    }: { burns?: FireClass[] | null; ready?: boolean; classes?: FireClass[] } = {},
  ): string => {
    const extinguisher = thing('extinguisher', box(metres, 0, { width: 0.3, depth: 0.3 }))
    const found = judgeReach(planOf(station, extinguisher), {
      extinguishers: new Map(ready ? [[extinguisher.id, classes]] : []),
      eyewash: new Set(),
      burns: new Map([[station.id, burns]]),
    })
    return found.find(({ finding }) => finding.code === 'plan.extinguisher')!.finding.level
  }
  it.each([
    [75 * FOOT, 'clear'],
    [75 * FOOT + 0.01, 'stop'],
    [200, 'unknown'],
  ])('an extinguisher %d m away: %s', (metres, level) => {
    expect(judged(metres)).toBe(level)
  })
  it('is found for each station and extinguisher on record, around walls, as far as any rule allows', () => {
    const booth = thing('station', box(0, 0), { of: 'booth' })
    const near = thing('extinguisher', box(10, 0), { of: 'near' })
    const far = thing('extinguisher', box(30, 0), { of: 'far' })
    const nobodys = thing('extinguisher', box(1, 0))
    const straight = extinguisherWalks(planOf(booth, near, far, nobodys))
    expect(straight).toEqual([{ stationId: 'booth', gearId: 'near', metres: 10 }])
    const wall = thing('wall', line([5, -6], [5, 6]))
    const [around] = extinguisherWalks(planOf(booth, near, far, wall))
    expect(around!.metres).toBeGreaterThan(Math.hypot(5, 6) * 2)
  })
  it('of what is drawn twice is the longer one, and none where one of them is out of reach', () => {
    const booth = thing('station', box(0, 0), { of: 'booth' })
    const drawn = (x: number): Thing => thing('extinguisher', box(x, 0), { of: 'gear' })
    expect(extinguisherWalks(planOf(booth, drawn(3), drawn(8)))[0]!.metres).toBe(8)
    expect(extinguisherWalks(planOf(booth, drawn(3), drawn(60)))).toEqual([])
  })
  it('one that is not ready, or for something else, is none', () => {
    expect(judged(5, { ready: false })).toBe('unknown')
    expect(judged(5, { classes: ['liquid'] })).toBe('unknown')
  })
  it('where nobody told what burns, none is known to do', () => {
    expect(judged(5, { burns: null, classes: ['ordinary', 'liquid', 'live'] })).toBe('unknown')
  })
  it('an eyewash that is not known to be ready is none', () => {
    const eyewash = thing('eyewash', box(3, 0))
    const [, found] = judgeReach(planOf(station, eyewash), {
      extinguishers: new Map(),
      eyewash: new Set(),
      burns: new Map(),
    })
    expect(found!.finding).toMatchObject({ code: 'plan.eyewash', level: 'unknown' })
  })
  it('an eyewash behind a wall is as far as the walk round it', () => {
    const eyewash = thing('eyewash', box(3, 0))
    const wall = thing('wall', line([1.5, -10], [1.5, 10]))
    const level = (...things: Thing[]): string =>
      judgeReach(planOf(station, eyewash, ...things), {
        extinguishers: new Map(),
        eyewash: new Set([eyewash.id]),
        burns: new Map(),
      }).find(({ finding }) => finding.code === 'plan.eyewash')!.finding.level
    expect(level()).toBe('clear')
    expect(level(wall)).toBe('caution')
    expect(level(thing('room', rectangle(1.5, -2, 4, 4)))).toBe('unknown')
  })
  it('what hangs at a wall is reached from its front alone', () => {
    const wall = thing('wall', line([1.5, -10], [1.5, 10]))
    const level = (angle: number): string => {
      const eyewash = thing('eyewash', box(1.7, 0, { width: 0.4, depth: 0.3, angle }))
      return judgeReach(planOf(station, wall, eyewash), {
        extinguishers: new Map(),
        eyewash: new Set([eyewash.id]),
        burns: new Map(),
      }).find(({ finding }) => finding.code === 'plan.eyewash')!.finding.level
    }
    expect(level(180)).toBe('clear')
    expect(level(0)).toBe('caution')
  })
})

describe('faults of a plan', () => {
  const shapeOf = (kind: ThingKind) =>
    ({ box: box(0, 0), line: line([0, 0], [2, 0]), area: rectangle(0, 0, 2, 2) })[
      PLAN_KINDS[kind].shape
    ]
  it.each(THING_KINDS)('%s has the outline of its kind and no other', (kind) => {
    expect(outlineFault({ kind, shape: shapeOf(kind) })).toBeNull()
    const other = PLAN_KINDS[kind].shape === 'box' ? line([0, 0], [1, 1]) : box(0, 0)
    expect(outlineFault({ kind, shape: other })).toMatch(/outline/)
  })
  it.each([
    ['room', area([0, 0], [2, 2], [2, 0], [0, 2]), /crosses itself/],
    ['room', area([0, 0], [2, 0]), /too few/],
    ['room', area([0, 0], [0, 0], [2, 0], [2, 2]), /one place/],
    ['room', rectangle(0, 0, 9_000, 2), /off the plan/],
    ['wall', line([0, 0], [Number.NaN, 0]), /no number/],
    ['station', box(0, 0, { width: 0 }), /no size/],
  ] as const)('%s %o', (kind, shape, message) => {
    expect(outlineFault({ kind, shape })).toMatch(message)
  })
  const messages = (...things: Thing[]): string[] =>
    faultsOf(planOf(...things)).map(({ kind, message }) => `${kind}: ${message}`)
  it('rooms overlap or share a wall', () => {
    const room = thing('room', rectangle(0, 0, 5, 5), { name: 'Bay' })
    expect(messages(room, thing('room', rectangle(5, 0, 5, 5)))).toEqual([])
    expect(messages(room, thing('room', rectangle(4, 0, 5, 5)))).toEqual([
      'error: It overlaps Bay.',
    ])
  })
  it('a station in a wall, a door in none, a thing on no floor, a station twice, a field that is not', () => {
    const room = thing('room', rectangle(0, 0, 5, 5))
    expect(messages(room, thing('station', box(0, 2)))).toEqual(['warning: It stands in a wall.'])
    expect(messages(room, thing('door', line([2, 2], [3, 2])))).toEqual([
      'error: It lies in no wall.',
    ])
    expect(messages(room, thing('door', line([2, 0], [3, 0])))).toEqual([])
    expect(messages(thing('desk', box(9, 9), { floor: 'attic' }))).toEqual([
      'error: It is on no floor.',
    ])
    const [one, two] = [1, 9].map((x) => thing('station', box(x, 2), { of: 'S1', name: `B ${x}` }))
    expect(messages(one!, two!)).toEqual(['error: It stands on the plan already, as B 1.'])
    expect(messages(thing('room', rectangle(0, 0, 5, 5), { facts: { colour: 'red' } }))).toEqual([
      'error: There is no field "colour".',
    ])
  })
})
