import fc from 'fast-check'
import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import 'jsts/org/locationtech/jts/monkey.js'
import DistanceOp from 'jsts/org/locationtech/jts/operation/distance/DistanceOp.js'
import { describe, expect, it } from 'vitest'
import { judgeFire, type FireQuery, type SweepAnswer } from '#core/firewatch/fire'
import { thingsInReach, type InReach, type WorkPoint } from '#core/firewatch/reach-map'
import { SWEEP, SWEEP_LINES, SWEEP_RADIUS } from '#core/firewatch/rules.table'
import type { Plan, Thing } from '#core/plan/plan'
import { cornersOf } from '#core/plan/shape'
import { RULES } from './firewatch.fixture'
import { anyPlan, anyPoint, box, line, planOf, rectangle, thing } from './plan.fixture'

const WORK: WorkPoint = { floor: 'ground', x: 0, y: 0 }
const reached = (plan: Plan, reach = SWEEP_RADIUS): InReach[] => thingsInReach(plan, WORK, reach)
const wall = (material: string | null, y = 3): Thing =>
  thing('wall', line([-5, y], [5, y]), { facts: { material } })

describe('what lies in reach of hot work', () => {
  // OSHA 29 CFR 1910.252(a)(2)(vii): 35 ft; AS 1674.1: 15 m.
  it.each([
    [35 * 0.3048, 35 * 0.3048, true],
    [35 * 0.3048 + 0.001, 35 * 0.3048, false],
    [15, 15, true],
    [15.001, 15, false],
  ])('at %d m of %d m: %s', (metres, reach, isReached) => {
    const store = thing('combustible', box(metres + 0.5, 0))
    expect(reached(planOf(store), reach).map(({ thing: id }) => id)).toEqual(
      isReached ? [store.id] : [],
    )
  })
  it('is measured to the nearest point of it, by the reference geometry', () => {
    const factory = new GeometryFactory()
    fc.assert(
      fc.property(anyPlan, anyPoint, fc.integer({ min: 1, max: 30 }), (plan, at, reach) => {
        const stores = plan.things.map((one) => thing('combustible', one.shape))
        const wanted = stores.flatMap(({ id, shape }) => {
          const corners = cornersOf(shape).map(({ x, y }) => new Coordinate(x, y))
          const drawn =
            shape.type === 'line'
              ? factory.createLineString(corners)
              : factory.createPolygon([...corners, corners[0]!])
          const far = DistanceOp.distance(factory.createPoint(new Coordinate(at.x, at.y)), drawn)
          return far <= reach ? [[id, far] as const] : []
        })
        const found = thingsInReach(planOf(...stores), { floor: 'ground', ...at }, reach)
        expect(found.map(({ thing: id }) => id).sort()).toEqual(wanted.map(([id]) => id).sort())
        for (const [id, far] of wanted)
          expect(found.find((one) => one.thing === id)!.metres).toBeCloseTo(far, 6)
      }),
      { numRuns: 300 },
    )
  })
  it('farther reach only ever adds', () => {
    fc.assert(
      fc.property(anyPlan, anyPoint, fc.nat(20), fc.nat(20), (plan, at, reach, more) => {
        const ids = (metres: number): string[] =>
          thingsInReach(plan, { floor: 'ground', ...at }, metres).map(({ thing: id }) => id)
        expect(ids(reach + more)).toEqual(expect.arrayContaining(ids(reach)))
      }),
    )
  })
  it('names each with its line of the sweep, the nearest first', () => {
    const plan = planOf(
      thing('walkway', line([-9, -9], [9, -9])),
      thing('duct', line([4, 0], [5, 0])),
      thing('door', line([2, 0], [3, 0])),
      thing('detector', box(6, 0)),
      thing('gasStore', box(8, 0)),
      thing('exit', box(0, 7)),
      thing('eyewash', box(1, 1)),
    )
    expect(reached(plan).map(({ line: of }) => of)).toEqual([
      'openings',
      'ducts',
      'detectors',
      null,
      'moved',
      null,
    ])
  })
  it.each([
    ['steel', 'farSide', true],
    ['timber', 'farSide', true],
    ['board', 'farSide', true],
    ['glass', 'openings', true],
    ['mesh', 'openings', true],
    [null, 'farSide', false],
    ['paper', 'farSide', false],
  ])('a wall of %s belongs to %s, told: %s', (material, of, isTold) => {
    expect(reached(planOf(wall(material)))).toMatchObject([{ line: of, isTold, metres: 3 }])
  })
  it('a masonry wall neither burns nor carries heat through', () => {
    expect(reached(planOf(wall('masonry')))).toEqual([])
  })
  it('leaves out the station at which the work is done, not the one beside it', () => {
    const own = thing('station', box(0, 0, { width: 3, depth: 3 }))
    const beside = thing('station', box(5, 0))
    expect(reached(planOf(own, beside)).map(({ thing: id }) => id)).toEqual([beside.id])
  })
  it('tells of another floor where something is drawn above or below', () => {
    const plan = planOf(thing('combustible', box(2, 2), { floor: 'loft' }))
    const floors = [
      ...plan.floors,
      { id: 'loft', name: 'Loft', outdoors: false, level: 4 },
      { id: 'pit', name: 'Pit', outdoors: false, level: -2 },
    ]
    expect(reached({ ...plan, floors })).toMatchObject([{ name: 'Loft', line: 'openings' }])
  })
  it('what burns on a floor below is in reach as well: sparks fall over the edge', () => {
    const plan = planOf(
      thing('combustible', box(5, 0), { floor: 'yard', name: 'Timber' }),
      thing('combustible', box(30, 0), { floor: 'yard' }),
      thing('combustible', box(5, 0), { floor: 'loft', name: 'Above' }),
      thing('desk', box(6, 0), { floor: 'yard' }),
    )
    const floors = [
      ...plan.floors,
      { id: 'yard', name: 'Yard', outdoors: true, level: -4 },
      { id: 'loft', name: 'Loft', outdoors: false, level: 4 },
    ]
    expect(reached({ ...plan, floors }).map(({ name }) => name)).toEqual([
      'Yard',
      'Loft',
      'Timber, below on Yard',
    ])
  })
  it('where the work stands in a room, its walls count from inside', () => {
    const room = thing('room', rectangle(-2, -2, 4, 4), { facts: { material: 'steel' } })
    expect(reached(planOf(room))).toMatchObject([{ name: room.name, metres: 2 }])
  })
})

describe('a sweep against what the plan shows', () => {
  const plan = planOf(thing('window', line([-1, 4], [1, 4]), { name: 'Loft window' }), wall(null))
  const query = (sweep: Record<string, SweepAnswer>, inReach: FireQuery['inReach']): FireQuery => ({
    designated: false,
    sweep,
    validFrom: 0,
    validTo: 3_600_000,
    shiftHours: 8,
    ...RULES,
    inReach,
  })
  const all = (answer: SweepAnswer) => Object.fromEntries(SWEEP_LINES.map((id) => [id, answer]))
  const level = (of: string, answer: SweepAnswer, inReach = reached(plan)): string =>
    judgeFire(query(all(answer), inReach)).find(({ code }) => code === `fire.${of}`)!.level
  it('a line that does not apply is a legal stop where the plan shows what it applies to', () => {
    const finding = judgeFire(query(all('na'), reached(plan))).find(
      ({ code }) => code === 'fire.openings',
    )!
    expect(finding).toMatchObject({ level: 'stop', legal: true })
    expect(finding.sentence).toContain('Loft window')
    expect(level('openings', 'yes')).toBe('clear')
    expect(level('ducts', 'na')).toBe('clear')
  })
  it('is unknown where a wall may be of anything', () => {
    expect(level('farSide', 'na')).toBe('unknown')
    expect(level('farSide', 'na', reached(planOf(wall('steel'))))).toBe('stop')
  })
  it('what is shown never makes an answer milder', () => {
    const levels = ['clear', 'caution', 'unknown', 'stop']
    for (const { id } of SWEEP)
      for (const answer of ['yes', 'no', 'na'] as const)
        expect(levels.indexOf(level(id, answer))).toBeGreaterThanOrEqual(
          levels.indexOf(level(id, answer, [])),
        )
  })
})
