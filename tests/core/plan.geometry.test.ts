import fc from 'fast-check'
import Graph from 'graphology'
import { dijkstra } from 'graphology-shortest-path'
import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import 'jsts/org/locationtech/jts/monkey.js'
import DistanceOp from 'jsts/org/locationtech/jts/operation/distance/DistanceOp.js'
import RelateOp from 'jsts/org/locationtech/jts/operation/relate/RelateOp.js'
import { describe, expect, it } from 'vitest'
import { bendRound, type Bend, type Corner } from '#core/plan/bend'
import { metresTo, Outwards, type Part } from '#core/plan/outwards'
import { Points } from '#core/plan/walk/points'
import { groundOf } from '#core/plan/ground'
import { shortestWalk, walksFrom } from '#core/plan/path'
import type { Plan, Point, Shape } from '#core/plan/plan'
import { meet, nearestOn, shortestBetween } from '#core/plan/segment'
import {
  along,
  apart,
  areaOf,
  contains,
  cornersOf,
  lengthOf,
  middleOf,
  segmentsOf,
  type Segment,
} from '#core/plan/shape'
import { wallsOf } from '#core/plan/walls'
import { sharedArea } from '#core/plan/faults'
import {
  anyBuilding,
  anyHall,
  anyPlan,
  anyPoint,
  area,
  at,
  box,
  line,
  planOf,
  rectangle,
  thing,
} from './plan.fixture'

/** The reference: JTS, the library of the geographers, in its JavaScript port. */
const factory = new GeometryFactory()
const coordinates = (points: readonly Point[]) => points.map(({ x, y }) => new Coordinate(x, y))
const ofSegment = ([a, b]: Segment) => factory.createLineString(coordinates([a, b]))
const ofPolygon = (shape: Shape) => {
  const points = cornersOf(shape)
  return factory.createPolygon(coordinates([...points, points[0]!]))
}
const figure = fc.integer({ min: -500, max: 500 }).map((n) => n / 10)
const anyBox: fc.Arbitrary<Shape> = fc
  .record({
    at: fc.record({ x: figure, y: figure }),
    angle: fc.integer({ min: -360, max: 360 }),
    width: fc.integer({ min: 1, max: 300 }).map((n) => n / 10),
    depth: fc.integer({ min: 1, max: 300 }).map((n) => n / 10),
  })
  .map((all) => ({ type: 'box', ...all }))
const anySegment: fc.Arbitrary<Segment> = fc
  .tuple(anyPoint, anyPoint)
  .filter(([a, b]) => apart(a, b) > 0.1)

describe('outlines against the reference', () => {
  it('areas, middles and what lies inside', () => {
    fc.assert(
      fc.property(anyBox, anyPoint, (shape, p) => {
        const reference = ofPolygon(shape)
        expect(areaOf(shape)).toBeCloseTo(reference.getArea(), 6)
        expect(lengthOf(shape)).toBeCloseTo(reference.getLength(), 6)
        const middle = middleOf(shape)
        expect(middle.x).toBeCloseTo(reference.getCentroid().getX(), 6)
        const point = factory.createPoint(new Coordinate(p.x, p.y))
        if (DistanceOp.distance(reference.getBoundary(), point) > 1e-6)
          expect(contains(shape, p)).toBe(RelateOp.intersects(reference, point))
      }),
      { numRuns: 500 },
    )
  })
  it('distances and crossings of lines', () => {
    fc.assert(
      fc.property(anySegment, anySegment, (one, other) => {
        const distance = DistanceOp.distance(ofSegment(one), ofSegment(other))
        if (distance > 1e-6 || distance === 0) expect(meet(one, other)).toBe(distance === 0)
      }),
      { numRuns: 500 },
    )
  })
  it('distances between things, none where one lies in the other', () => {
    fc.assert(
      fc.property(anyBox, anyBox, (one, other) => {
        const [a, b] = [one, other].map(ofPolygon)
        expect(apart(...shortestBetween(one, other))).toBeCloseTo(DistanceOp.distance(a, b), 6)
      }),
      { numRuns: 500 },
    )
  })
  it('the ground that two rooms share', () => {
    fc.assert(
      fc.property(anyBox, anyBox, (one, other) => {
        const reference = ofPolygon(one).intersection(ofPolygon(other)).getArea()
        expect(sharedArea(thing('room', one), thing('room', other))).toBeCloseTo(reference, 4)
      }),
      { numRuns: 1000 },
    )
  })
})

describe('a wall with openings', () => {
  const wall: Segment = [at(0, 0), at(10, 0)]
  const left = (openings: readonly Segment[]): Segment[] => {
    const doors = openings.map((points) => thing('door', { type: 'line', points }))
    const plan = planOf(thing('wall', { type: 'line', points: wall }), ...doors)
    return wallsOf(plan, 'ground', 'feet').map(({ segment }) => segment)
  }
  it('is cut where they lie, in any order, overlapping or not', () => {
    const openings: Segment[] = [
      [at(3, 0), at(2, 0)],
      [at(7, 0.1), at(8, 0.1)],
      [at(7.5, 0), at(9, 0)],
    ]
    expect(left(openings).map(([a, b]) => [a.x, b.x])).toEqual([
      [0, 2],
      [3, 7],
      [9, 10],
    ])
  })
  it('is whole where an opening lies in another wall', () => {
    expect(left([[at(2, 1), at(3, 1)]])).toEqual([wall])
    expect(left([[at(2, -1), at(2, 1)]])).toEqual([wall])
  })
  it('is nothing where it is all opening', () => {
    expect(left([[at(-1, 0), at(11, 0)]])).toEqual([wall])
    expect(left([[at(0, 0), at(10, 0)]])).toEqual([])
  })
})

/** The reference library's way over eight points around each end of a wall; crossings are held against JTS above. */
function referenceWalk(plan: Plan, from: Point, to: Point): number | null {
  // A walker gets through no slit: each wall reaches 0.1 m beyond its ends.
  const walls = wallsOf(plan, 'ground', 'feet').map(({ segment: [a, b] }): Segment => {
    const [dx, dy] = [(0.1 * (b.x - a.x)) / apart(a, b), (0.1 * (b.y - a.y)) / apart(a, b)]
    return [at(a.x - dx, a.y - dy), at(b.x + dx, b.y + dy)]
  })
  const free = (a: Point, b: Point): boolean => !walls.some((wall) => meet(wall, [a, b]))
  const places = [
    from,
    to,
    ...walls
      .flat()
      .flatMap((end) =>
        [0, 45, 90, 135, 180, 225, 270, 315].map((angle) => along(end, angle, 0.15)),
      ),
  ]
  const graph = new Graph({ type: 'undirected' })
  places.forEach((_, i) => graph.addNode(i))
  places.forEach((a, i) =>
    places.forEach((b, j) => {
      if (j > i && free(a, b)) graph.addEdge(i, j, { weight: apart(a, b) })
    }),
  )
  const way = dijkstra.bidirectional(graph, 0, 1)
  if (!way) return null
  return way
    .slice(1)
    .reduce((sum, node, i) => sum + apart(places[Number(way[i])]!, places[Number(node)]!), 0)
}

describe('the shortest walk', () => {
  const walk = (plan: Plan, from: Point, to: Point) =>
    shortestWalk(groundOf(plan, 'ground'), from, [to])

  it('is the straight line where nothing stands between, and none where a wall has no door', () => {
    const open = planOf(thing('room', rectangle(0, 0, 20, 10)))
    expect(walk(open, at(1, 1), at(4, 5))!.length).toBe(5)
    const parted = planOf(...open.things, thing('wall', line([10, 0], [10, 10])))
    expect(walk(parted, at(1, 5), at(19, 5))).toBeNull()
    const door = thing('door', line([10, 8], [10, 9]))
    const through = walk(planOf(...parted.things, door), at(1, 5), at(19, 5))!
    // By hand: twice from (9, 5) off to a jamb 3.15 m up and through.
    expect(through.length).toBeCloseTo(2 * Math.hypot(9, 3.15), 1)
    const window = thing('window', line([10, 8], [10, 9]))
    expect(walk(planOf(...parted.things, window), at(1, 5), at(19, 5))).toBeNull()
  })

  it('goes to the nearest on foot, not to the nearest as the crow flies', () => {
    const plan = planOf(
      thing('room', rectangle(0, 0, 20, 10)),
      thing('wall', line([10, 0], [10, 9])),
    )
    const found = shortestWalk(groundOf(plan, 'ground'), at(9, 1), [at(11, 1), at(1, 1)])!
    expect([found.target, found.length]).toEqual([1, 8])
    expect(shortestWalk(groundOf(plan, 'ground'), at(9, 1), [at(11, 1)], 12)).toBeNull()
  })

  /** Two points that stand clear of every wall. */
  const isApt = (plan: Plan, from: Point, to: Point): boolean => {
    const walls = wallsOf(plan, 'ground', 'feet')
    const isClear = (p: Point): boolean =>
      walls.every(({ segment }) => apart(nearestOn(segment, p), p) > 0.2)
    return isClear(from) && isClear(to) && apart(from, to) > 0.1
  }

  it('is never shorter than the straight line, and never goes through a wall', () => {
    let turned = 0
    fc.assert(
      fc.property(anyPlan, anyPoint, anyPoint, (plan, from, to) => {
        fc.pre(isApt(plan, from, to))
        const found = walk(plan, from, to)
        if (!found) return
        expect(found.length).toBeGreaterThanOrEqual(apart(from, to) - 1e-9)
        const legs = found.points.slice(1).map((b, i): Segment => [found.points[i]!, b])
        for (const leg of legs)
          for (const { segment } of wallsOf(plan, 'ground', 'feet'))
            expect(RelateOp.intersects(ofSegment(segment), ofSegment(leg))).toBe(false)
        if (legs.length > 1) turned++
      }),
      { numRuns: 500 },
    )
    expect(turned).toBeGreaterThan(20)
  })

  /** There where the reference library finds one, and longer by no more than the way clear of corners. */
  function expectAsReference(plan: Plan, from: Point, to: Point): ReturnType<typeof walk> {
    const reference = referenceWalk(plan, from, to)
    const found = walk(plan, from, to)
    expect(found === null).toBe(reference === null)
    if (found) expect(found.length).toBeLessThan(reference! * 1.02 + 0.6)
    return found
  }

  it('is there where the reference library finds one, and longer by no more than the way clear of corners', () => {
    fc.assert(
      fc.property(anyPlan, anyPoint, anyPoint, (plan, from, to) => {
        fc.pre(isApt(plan, from, to))
        expectAsReference(plan, from, to)
      }),
      { numRuns: 60 },
    )
  }, 60_000)

  it('is there through the doors of a building wherever the reference library finds one, and little longer', () => {
    let [turned, none] = [0, 0]
    const anyPlace = fc
      .tuple(fc.integer({ min: -20, max: 180 }), fc.integer({ min: -20, max: 110 }))
      .map(([x, y]) => at(x / 10, y / 10))
    fc.assert(
      fc.property(fc.oneof(anyBuilding, anyHall), anyPlace, anyPlace, (plan, from, to) => {
        fc.pre(isApt(plan, from, to))
        const found = expectAsReference(plan, from, to)
        if (!found) none++
        else if (found.points.length > 2) turned++
      }),
      { numRuns: 40 },
    )
    expect(Math.min(turned, none)).toBeGreaterThan(0)
  }, 120_000)

  it('from several places to several others is the shortest of those between two of them', () => {
    let found = 0
    const anyPlaces = fc.array(anyPoint, { minLength: 1, maxLength: 4 })
    fc.assert(
      fc.property(fc.oneof(anyBuilding, anyHall), anyPlaces, anyPlaces, (plan, starts, targets) => {
        const lengths = starts.flatMap((from) =>
          targets.map((to) => walk(plan, from, to)?.length ?? Infinity),
        )
        const least = Math.min(...lengths)
        const [best] = walksFrom(groundOf(plan, 'ground'), [starts], targets)
        expect(best?.length ?? Infinity).toBeCloseTo(least, 9)
        if (best) found++
      }),
      { numRuns: 200 },
    )
    expect(found).toBeGreaterThan(20)
  }, 60_000)

  it('from many places at once is from each what it is from that one alone', () => {
    let [found, none] = [0, 0]
    const anyPlaces = fc.array(fc.array(anyPoint, { minLength: 1, maxLength: 3 }), { maxLength: 6 })
    const anyTargets = fc.array(anyPoint, { maxLength: 3 })
    const anyLongest = fc.constantFrom(Infinity, 8, 20)
    fc.assert(
      fc.property(anyBuilding, anyPlaces, anyTargets, anyLongest, (plan, places, targets, most) => {
        const ground = groundOf(plan, 'ground')
        const lengths = (of: typeof places): (number | null)[] =>
          walksFrom(ground, of, targets, most).map((one) => one?.length ?? null)
        const all = lengths(places)
        expect(all).toEqual(places.flatMap((place) => lengths([place])))
        for (const length of all) {
          if (length === null) none++
          else found++
          expect(length ?? 0).toBeLessThanOrEqual(most)
        }
      }),
      { numRuns: 150 },
    )
    expect(Math.min(found, none)).toBeGreaterThan(20)
  }, 60_000)

  it('is as long as its legs, from one of its starts to the target that it names', () => {
    fc.assert(
      fc.property(
        anyBuilding,
        fc.array(anyPoint, { minLength: 1 }),
        anyPoint,
        (plan, starts, to) => {
          const [found] = walksFrom(groundOf(plan, 'ground'), [starts], [at(-99, -99), to])
          if (!found) return
          const { points, length, target } = found
          expect(starts).toContainEqual(points[0])
          expect([at(-99, -99), to][target]).toEqual(points.at(-1))
          const legs = points.slice(1).map((end, i) => apart(points[i]!, end))
          expect(legs.reduce((sum, leg) => sum + leg, 0)).toBeCloseTo(length, 9)
        },
      ),
      { numRuns: 150 },
    )
  }, 60_000)

  it('leads out of one booth and into the next by their doors onto the same corridor', () => {
    // Its walls are drawn along those of the booths, or a little askew.
    for (const askew of [0, 0.01]) {
      const plan = planOf(
        thing('room', rectangle(0, 0, 5, 5)),
        thing('room', rectangle(5, 0, 5, 5)),
        thing('room', area([0, -2], [10, -2], [10, 0], [0, -askew])),
        thing('door', line([2, 0], [3, 0])),
        thing('door', line([7, 0], [8, 0])),
      )
      const found = walk(plan, at(2.5, 3), at(7.5, 3))!
      // By hand: round the jambs at (3, 0) and (7, 0), 0.15 m off the wall and off the jamb.
      expect(found.length).toBeCloseTo(2 * Math.hypot(0.35, 3.15) + 4.3, 1)
    }
  })

  it('leads out of doors, and in again by another door', () => {
    const sheds = [thing('room', rectangle(0, 0, 5, 5)), thing('room', rectangle(8, 0, 5, 5))]
    const doors = [thing('door', line([2, 0], [3, 0])), thing('door', line([10, 0], [11, 0]))]
    const plan = planOf(...sheds, ...doors)
    expectAsReference(plan, at(2.5, 3), at(10.5, 3))
    expectAsReference(plan, at(2.5, -3), at(10.5, 3))
    expectAsReference(plan, at(6.5, 7), at(10.5, 3))
  })

  it('leads through a door in the walls of two rooms that stand a little apart', () => {
    const plan = planOf(
      thing('room', rectangle(0, 0, 5, 5)),
      thing('room', rectangle(5.2, 0, 5, 5)),
      thing('door', line([5.1, 2], [5.1, 3])),
    )
    const found = expectAsReference(plan, at(1, 2.5), at(9, 2.5))
    expect(found!.length).toBeCloseTo(8, 9)
  })

  it('leads through a door that opens into another room, and a little out of doors', () => {
    const plan = planOf(
      thing('room', rectangle(0, 0, 5, 5)),
      thing('room', rectangle(5, 2.5, 5, 5)),
      thing('door', line([5, 2.25], [5, 3.2])),
    )
    for (const to of [at(5.6, 2.8), at(9, 7)])
      expect(expectAsReference(plan, at(1, 2.5), to)).not.toBeNull()
  })

  it('leads into each of many sheds, more than anybody looks into at once', () => {
    for (const count of [150, 250]) {
      const things = Array.from({ length: count }, (_, i) => [
        thing('room', rectangle(4 * i, 0, 2, 2)),
        thing('door', line([4 * i + 0.5, 0], [4 * i + 1.5, 0])),
      ])
      const plan = planOf(...things.flat())
      expect(walk(plan, at(4 * count - 3, -3), at(4 * count - 3, 1))!.length).toBeCloseTo(4, 9)
      expect(walk(plan, at(1, -3), at(4 * count - 3, 1))!.length).toBeLessThan(4 * count)
    }
  })

  it('leads straight on through a row of rooms with doors in line, each of them drawn twice', () => {
    const rooms = Array.from({ length: 24 }, (_, i) => thing('room', rectangle(i * 4, 0, 4, 3)))
    const doors = rooms.flatMap((_, i) =>
      [1, 1.3].map((y) => thing('door', line([i * 4, y], [i * 4, y + 0.9]))),
    )
    const found = walk(planOf(...rooms, ...doors), at(2, 1.5), at(94, 1.5))
    expect(found!.length).toBeCloseTo(92, 9)
  }, 10_000)

  it('leads straight on through a row of rooms with doors in line, as many as there are', () => {
    for (const apartBy of [0.2, 3]) {
      const things = Array.from({ length: 24 }, (_, i) => {
        const x = i * (4 + apartBy)
        const door = (at: number) => thing('door', line([at, 1], [at, 2]))
        return [thing('room', rectangle(x, 0, 4, 3)), door(x), door(x + 4)]
      })
      const end = 24 * (4 + apartBy)
      const found = walk(planOf(...things.flat()), at(-2, 1.5), at(end + 2, 1.5))
      expect(found!.length).toBeCloseTo(end + 4, 9)
    }
  }, 10_000)

  it('goes through no slit between walls that do not quite meet', () => {
    const halves = (gap: number) =>
      planOf(
        thing('room', rectangle(0, 0, 20, 10)),
        thing('wall', line([10, 0], [10, 5 - gap / 2])),
        thing('wall', line([10, 5 + gap / 2], [10, 10])),
      )
    expect(walk(halves(0.02), at(5, 5), at(15, 5))).toBeNull()
    expect(walk(halves(0.19), at(5, 5), at(15, 5))).toBeNull()
    expect(walk(halves(0.9), at(5, 5), at(15, 5))!.length).toBe(10)
  })

  it('goes round what stands in the way, and not through it', () => {
    const plan = planOf(
      thing('room', rectangle(0, 0, 20, 10)),
      thing('combustible', box(10, 5, { width: 4, depth: 2 })),
    )
    const found = walk(plan, at(5, 5), at(15, 5))!
    // By hand: round the corners with 0.15 m to spare.
    const spare = 0.15
    expect(found.length).toBeCloseTo(2 * Math.hypot(4 - spare, 2 + spare) + 2 + 2 * spare, 6)
  })
})

describe('a way round a corner', () => {
  /** Of a block that stands to the south and west of it. */
  const corner: Corner = { at: at(0.15, 0.15), round: at(0, 0), walls: [at(0, -1), at(-1, 0)] }
  const on =
    (bend: Bend) =>
    ({ x, y }: Point): boolean =>
      bend.every(({ a, b, c }) => a * x + b * y + c >= 0)

  it('bends round it, no less than straight on and no more than along the other side', () => {
    const out = bendRound(corner, at(-4, 0.15))!
    const goesOut = [at(3, 0.15), at(3, -2), at(0.15, -4), at(3, 2), at(-1, -4)]
    expect(goesOut.map(on(out))).toEqual([true, true, true, false, false])
    const back = bendRound(corner, at(0.15, -4))!
    const goesBack = [at(0.15, 3), at(-4, 0.15), at(3, 3), at(-4, -1)]
    expect(goesBack.map(on(back))).toEqual([true, true, false, false])
  })

  it('does not go on where it comes from the open', () => {
    expect(bendRound(corner, at(3, 3))).toBeNull()
    expect(bendRound(corner, at(3, 0.1))).not.toBeNull()
  })
})

describe('segments of outlines', () => {
  it('close for a box and an area, not for a line', () => {
    expect(segmentsOf(box(0, 0))).toHaveLength(4)
    expect(segmentsOf(rectangle(0, 0, 1, 1))).toHaveLength(4)
    expect(segmentsOf(line([0, 0], [1, 0], [1, 1]))).toHaveLength(2)
  })
})

describe('points by where they lie', () => {
  it('are each held by one smallest part, and by every part that it is of, within its bounds', () => {
    fc.assert(
      fc.property(fc.array(anyPoint, { maxLength: 200 }), anyPoint, (points, from) => {
        const all = [...points.keys()]
        const some = all.filter((place) => place % 3 === 0)
        const around = new Outwards(new Points(points), [all, some])
        const groups = around.wholes as [Part, Part]
        /** Those of a part; each of its halves holds some. */
        const held = (part: Part): number[] => {
          const those = [
            ...around.listed.slice(part.from, part.to),
            ...part.halves.flatMap((half) => held(half)),
          ]
          expect(those).toHaveLength(part.count)
          for (const place of those)
            expect(metresTo(part, from.x, from.y)).toBeLessThanOrEqual(
              apart(from, points[place]!) + 1e-9,
            )
          for (const half of part.halves) expect(half.of).toBe(part)
          return those.sort((one, other) => one - other)
        }
        expect(held(groups[0])).toEqual(all)
        expect(held(groups[1])).toEqual(some)
        const leftOut = all.filter((place) => place % 2 === 0)
        for (const place of leftOut) around.leaveOut(place)
        const isLeft = (place: number): boolean => !leftOut.includes(place)
        expect(held(groups[0])).toEqual(all.filter(isLeft))
        expect(held(groups[1])).toEqual(some.filter(isLeft))
        for (const [i, place] of around.listed.entries())
          expect({ x: around.x[i], y: around.y[i] }).toEqual(points[place])
      }),
    )
  })
})
