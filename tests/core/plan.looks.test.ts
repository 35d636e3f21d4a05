import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Level } from '#core/finding/finding'
import { ADJACENT, judgeArcs } from '#core/plan/judge/arc'
import { judgeBeams } from '#core/plan/judge/beam'
import { judgeFinishes } from '#core/plan/judge/finish'
import { arcsOf } from '#core/plan/judge/look'
import { peopleAt } from '#core/plan/judge/people'
import type { Plan, Point, Thing } from '#core/plan/plan'
import { meet, metresToSegment } from '#core/plan/segment'
import { apart, contains, segmentsOf, type Segment } from '#core/plan/shape'
import { enclosuresOn } from '#core/plan/enclosure'
import { freeLines } from '#core/plan/blocks'
import { Sight } from '#core/plan/sight/sight'
import { wallsOf } from '#core/plan/walls'
import {
  anyBuilding,
  anyHall,
  anyPlan,
  anyPoint,
  anyRooms,
  at,
  box,
  hallWithBooths,
  line,
  planOf,
  rectangle,
  thing,
} from './plan.fixture'

const none = { curtains: new Set<string>() }
const ready = (...curtains: Thing[]) => ({ curtains: new Set(curtains.map(({ id }) => id)) })

describe('a straight line over the ground', () => {
  it('is free where it meets none of the walls, each of them looked at', () => {
    let [free, met] = [0, 0]
    fc.assert(
      fc.property(anyPlan, fc.array(fc.tuple(anyPoint, anyPoint)), (plan, lines) => {
        const walls = wallsOf(plan, 'ground', 'feet').map(({ segment }) => segment)
        const isFree = freeLines(walls)
        for (const way of lines as Segment[]) {
          const isMet = walls.some((wall) => meet(wall, way))
          expect(isFree(...way)).toBe(!isMet)
          if (isMet) met++
          else free++
        }
      }),
      { numRuns: 500 },
    )
    expect(Math.min(free, met)).toBeGreaterThan(100)
  })

  it('that rooms alone rule out meets a wall, and so does each into a box that they rule out', () => {
    let [ruledOut, boxesRuledOut] = [0, 0]
    const anyFloor = fc.oneof(anyRooms, anyHall)
    fc.assert(
      fc.property(anyFloor, fc.array(fc.tuple(anyPoint, anyPoint)), (plan, lines) => {
        const walls = wallsOf(plan, 'ground', 'feet').map(({ segment }) => segment)
        const sight = new Sight(enclosuresOn(plan, 'ground', 'feet'))
        for (const [from, to] of lines) {
          const isMet = walls.some((wall) => meet(wall, [from, to]))
          const view = sight.from(from)
          if (!isMet) expect(sight.mayShow(view, to)).toBe(true)
          if (!sight.mayShow(view, to)) ruledOut++
          const box = { minX: to.x - 1, minY: to.y - 2, maxX: to.x + 2, maxY: to.y + 1 }
          if (!isMet) expect(sight.mayShowSomeOf(view, box)).toBe(true)
          if (!sight.mayShowSomeOf(view, box)) boxesRuledOut++
        }
      }),
      { numRuns: 500 },
    )
    expect(ruledOut).toBeGreaterThan(100)
    expect(boxesRuledOut).toBeGreaterThan(100)
  })

  it('meets a wall that runs along the edge of a cell, and one that it only touches', () => {
    const isFree = freeLines([
      [at(0, 0), at(0, 10)],
      [at(5, 5), at(9, 5)],
    ])
    expect(isFree(at(-1, 5), at(1, 5))).toBe(false)
    expect(isFree(at(0, 4), at(0, 6))).toBe(false)
    expect(isFree(at(1, 5), at(5, 5))).toBe(false)
    expect(isFree(at(1, 5), at(4.99, 5))).toBe(true)
    expect(isFree(at(5000, 5000), at(-5000, 5001))).toBe(true)
  })
})

/** A station at the origin that looks east, and a desk 6 m before it. */
const station = (facts: Thing['facts'] = {}) =>
  thing('station', box(0, 0, { width: 2, depth: 2 }), { name: 'Booth 1', facts })
const desk = () => thing('desk', box(6, 0, { width: 1.6, depth: 0.8 }), { name: 'Desk' })
const curtain = (height: number | null, x = 3) =>
  thing('curtain', line([x, -8], [x, 8]), { facts: { height } })

describe('the arc at eye height (OSHA 1910.252(b)(2)(iii))', () => {
  const level = (things: Thing[], known = none) =>
    judgeArcs(planOf(...things), known).map(({ finding }) => finding.level)

  it('is seen over a low curtain, screened by a ready one of 1.8 m, and unknown while the curtain is', () => {
    expect(level([station(), desk()])).toEqual(['caution'])
    const high = curtain(1.8)
    expect(level([station(), desk(), high], ready(high))).toEqual(['clear'])
    const low = curtain(1.79)
    expect(level([station(), desk(), low], ready(low))).toEqual(['caution'])
    expect(level([station(), desk(), curtain(2)])).toEqual(['unknown'])
    const untold = curtain(null)
    expect(level([station(), desk(), untold], ready(untold))).toEqual(['unknown'])
  })

  it('passes a window and a door, and says nothing where nobody is near', () => {
    const wall = thing('wall', line([3, -8], [3, 8]), { facts: { height: 4 } })
    const window = thing('window', line([3, -1], [3, 1]))
    expect(level([station(), desk(), wall])).toEqual(['clear'])
    expect(level([station(), desk(), wall, window])).toEqual(['caution'])
    expect(level([station()])).toEqual([])
    expect(level([station(), thing('desk', box(40, 0))])).toEqual([])
  })

  it('counts whoever is within 10 m (common practice), to the edge of a walkway', () => {
    const way = (x: number) => thing('walkway', line([x, -1], [x, 1]), { facts: { width: 2 } })
    // The nearest arc burns half a metre before the middle, the nearest edge of the way lies 1 m before its line.
    expect(level([station(), way(11.4)])).toEqual(['caution'])
    expect(level([station(), way(11.6)])).toEqual([])
  })

  it('names no screen where people are drawn within the work itself', () => {
    const within = thing('walkway', line([-0.5, 0], [0.5, 0]), { facts: { width: 0.6 } })
    const [found] = judgeArcs(planOf(station(), within), none)
    expect(found!.screens).toEqual([])
    expect(found!.finding.remedy).toBe('People are drawn within it: move them, or the work.')
  })

  it('is closed by the very screens that are named, wherever the desk stands', () => {
    let closed = 0
    fc.assert(
      fc.property(anyPoint, fc.integer({ min: 0, max: 359 }), (where, angle) => {
        const booth = thing('station', box(0, 0, { width: 2, depth: 3, angle }))
        const place = thing('desk', box(where.x, where.y))
        fc.pre(Math.hypot(where.x, where.y) > 3.5)
        const [found] = judgeArcs(planOf(booth, place), none)
        if (found?.finding.level !== 'caution') return
        const screens = found.screens!.map((points) =>
          thing('curtain', { type: 'line', points }, { facts: { height: 2 } }),
        )
        expect(level([booth, place, ...screens], ready(...screens))).toEqual(['clear'])
        closed++
      }),
    )
    expect(closed).toBeGreaterThan(5)
  })
})

describe('looks into an arc, each of them looked at', () => {
  /** Rooms of 4 m, one told to be high enough in so many and the others not told how high. */
  const withHeights = ({ things }: Plan, heights: readonly (number | null)[]): Thing[] => {
    let room = 0
    return things.map((one) =>
      one.kind === 'room' ? { ...one, facts: { height: heights[room++ % heights.length]! } } : one,
    )
  }
  const anyHeights = fc.array(fc.constantFrom(3, 3, 3, 1, null), { minLength: 1, maxLength: 9 })
  const MORE_OPEN: readonly Level[] = ['clear', 'unknown', 'caution']

  it('have the answer of the most open one, and name the sides that open ones pass', () => {
    const seen = new Map<Level | undefined, number>()
    fc.assert(
      fc.property(
        fc.oneof(anyBuilding, anyHall),
        anyHeights,
        anyPoint,
        anyPoint,
        fc.integer({ min: 0, max: 359 }),
        (building, heights, where, other, angle) => {
          const booth = thing('station', box(where.x, where.y, { width: 1.2, depth: 0.8, angle }))
          const desk = thing('desk', box(other.x, other.y, { width: 0.8, depth: 0.6 }))
          const way = thing('walkway', line([0, 1.5], [16, 1.5]), { facts: { width: 1 } })
          const plan = planOf(...withHeights(building, heights), booth, desk, way)
          const walls = wallsOf(plan, 'ground', 'eyes')
          const sides = segmentsOf(booth.shape)
          let worst = -1
          const passed = new Set<number>()
          // Whoever stands on its very edge is outside.
          const isWithin = (person: Point): boolean =>
            contains(booth.shape, person) &&
            sides.every((side) => metresToSegment(side, person) > 1e-9)
          const isNear = (person: Point): boolean =>
            arcsOf(booth).some((arc) => apart(arc, person) <= ADJACENT)
          const people = [desk, way].flatMap(peopleAt).filter(isNear)
          for (const arc of arcsOf(booth))
            for (const person of people) {
              const met = walls.filter(({ segment }) => meet(segment, [arc, person]))
              const closes = met.some(({ height }) => height !== null && height >= 1.8)
              const may = met.some(({ height }) => height === null)
              const [open, untold] = [!closes && !may, !closes && may]
              const look = 2 * Number(open) + Number(untold)
              worst = Math.max(worst, look)
              if (look < 2 || isWithin(person)) continue
              for (const [side, ends] of sides.entries())
                if (meet(ends, [arc, person])) passed.add(side)
            }
          const [found] = judgeArcs(plan, none)
          expect(found?.finding.level).toBe(MORE_OPEN[worst])
          const screens = (found?.screens ?? []).map((screen) => sides.indexOf(screen as Segment))
          expect(screens).toEqual([...passed].sort())
          seen.set(found?.finding.level, (seen.get(found?.finding.level) ?? 0) + 1)
        },
      ),
      { numRuns: 300 },
    )
    for (const level of MORE_OPEN) expect(seen.get(level)).toBeGreaterThan(10)
  })
})

describe('a look through many doors in line', () => {
  const limit = 10_000
  const levelsOf = (...things: Thing[]) =>
    judgeArcs(planOf(...things), none).map(({ finding }) => finding.level)
  /** As drawn, but narrower from west to east. */
  const narrowed = (things: readonly Thing[], share: number): Thing[] =>
    things.map((one) => {
      if (one.shape.type === 'box') throw new Error('a box has no points')
      const points = one.shape.points.map(({ x, y }) => at(x * share, y))
      return { ...one, shape: { ...one.shape, points } }
    })
  const booth = () => thing('station', box(0.2, 1.4, { width: 0.3, depth: 0.3 }))
  const deskAt = (x: number) => thing('desk', box(x, 1.4, { width: 0.3, depth: 0.3 }))

  it(
    'is found where each door is drawn twice, the second one a little off',
    () => {
      const rooms = Array.from({ length: 24 }, (_, i) =>
        thing('room', rectangle(i / 3, 0, 1 / 3, 3), { facts: { height: 3 } }),
      )
      const doors = rooms.flatMap((_, i) =>
        [1, 1.2].map((y) => thing('door', line([i / 3, y], [i / 3, y + 0.8]))),
      )
      expect(levelsOf(...rooms, ...doors, booth(), deskAt(7.84))).toEqual(['caution'])
      expect(levelsOf(...rooms, ...doors.slice(0, -2), booth(), deskAt(7.84))).toEqual(['clear'])
    },
    limit,
  )

  it(
    'is found in a hall that reaches between its booths',
    () => {
      const hall = narrowed(hallWithBooths(Array(12).fill({ at: 1, other: 0 })), 0.19)
      expect(levelsOf(...hall, booth(), deskAt(9.3))).toEqual(['caution'])
    },
    limit,
  )
})

describe('walls that throw the arc back', () => {
  const room = (finish: string | null) =>
    thing('room', rectangle(-2, -2, 20, 20), { facts: { finish, height: 4 } })
  const level = (things: Thing[], known = none) =>
    judgeFinishes(planOf(...things), known).map(({ finding }) => finding.level)

  it('are light, dark, or not told', () => {
    expect(level([station(), room('light')])).toEqual(['caution'])
    expect(level([station(), room('dark')])).toEqual(['clear'])
    expect(level([station(), room(null)])).toEqual(['unknown'])
  })

  it('count within 3 m, on the side of whoever welds, and not behind a curtain', () => {
    const far = thing('station', box(8, 8, { width: 2, depth: 2 }))
    expect(level([far, room('light')])).toEqual([])
    const behind = thing('room', rectangle(-12, -2, 10, 20), { facts: { finish: 'light' } })
    expect(level([station(), room('dark'), behind])).toEqual(['clear'])
    const [west, south] = [line([-1.5, -1.9], [-1.5, 9]), line([-1.5, -1.5], [9, -1.5])].map(
      (shape) => thing('curtain', shape, { facts: { height: 2 } }),
    ) as [Thing, Thing]
    expect(level([station(), room('light'), west, south], ready(west, south))).toEqual([])
    expect(level([station(), room('light'), west, south])).toEqual(['caution'])
  })
})

describe('a hand-held laser and its cell', () => {
  // 2 kW at 1070 nm that spreads by 31 mrad: eyes are harmed to about 755 ft, a published pair of distances (755 ft, 53 ft).
  const laser = { laser: true, power: 2000, wavelength: 1070, divergence: 0.031 }
  const cell = (facts: Thing['facts'] = { material: 'masonry', height: 3 }) =>
    thing('room', rectangle(-5, -5, 10, 10), { facts })
  const walkway = () => thing('walkway', line([10, -20], [10, 20]))
  const door = (facts: Thing['facts'] = {}) => thing('door', line([5, -1], [5, 1]), { facts })
  const said = (...things: Thing[]) =>
    judgeBeams(planOf(...things)).map(({ finding: { code, level } }) => `${code} ${level}`)

  it('is clear only where the cell is known to end the beam on every side', () => {
    expect(said(station(laser), cell(), walkway())).toEqual(['plan.laser clear'])
    expect(said(station(laser), cell(), walkway(), door({ beamTight: true }))).toEqual([
      'plan.laser clear',
    ])
    expect(said(station(laser), cell(), walkway(), door())).toEqual(['plan.laser unknown'])
    expect(said(station(laser), cell(), walkway(), door({ beamTight: false }))).toEqual([
      'plan.laser stop',
    ])
    expect(said(station(laser), cell(), door({ beamTight: false }))).toEqual(['plan.laser caution'])
    for (const facts of [{}, { material: 'masonry' }, { height: 3 }] as Thing['facts'][])
      expect(said(station(laser), cell(facts), walkway())).toEqual(['plan.laser unknown'])
    for (const material of ['glass', 'mesh'])
      expect(said(station(laser), cell({ material, height: 3 }), walkway())).toEqual([
        'plan.laser stop',
      ])
  })

  it('reaches as far as its hazard distance (ANSI Z136.1), and is unknown without its figures', () => {
    const { finding } = judgeBeams(planOf(station(laser), cell()))[0]!
    expect(finding.value!.amount / 0.3048).toBeGreaterThan(740)
    expect(finding.value!.amount / 0.3048).toBeLessThan(770)
    const beyond = thing('desk', box(finding.value!.amount + 3, 0))
    expect(said(station(laser), beyond)).toEqual(['plan.laser caution'])
    for (const wrong of [{ power: null }, { wavelength: 532 }, { divergence: 0 }, { power: 1e9 }])
      expect(said(station({ ...laser, ...wrong }), walkway())).toEqual(['plan.laser unknown'])
    expect(said(station({ power: 2000 }), walkway())).toEqual([])
  })

  it('keeps cylinders out of the line of a reflection', () => {
    const store = (x: number, y: number) =>
      thing('gasStore', box(x, y), { facts: { holds: 'inert' } })
    expect(said(station(laser), cell(), store(3, 0))).toContain('plan.laserCylinders stop')
    expect(said(station(laser), cell(), store(-3, 0))).toEqual(['plan.laser clear'])
    expect(said(station(laser), cell(), store(8, 0))).toEqual(['plan.laser clear'])
    // Skin is burnt to about 53 ft, 16 m.
    expect(said(station(laser), store(15, 0))).toContain('plan.laserCylinders stop')
    expect(said(station(laser), store(18, 0))).toEqual(['plan.laser caution'])
  })
})

it('sides of a station are named as its outline runs', () => {
  // A box that looks east: its front is the side to the east.
  const [front] = segmentsOf(box(0, 0, { width: 2, depth: 2 }))
  expect(front!.every(({ x }) => Math.abs(x - 1) < 1e-9)).toBe(true)
})
