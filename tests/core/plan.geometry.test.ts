import fc from 'fast-check'
import Graph from 'graphology'
import { dijkstra } from 'graphology-shortest-path'
import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js'
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js'
import 'jsts/org/locationtech/jts/monkey.js'
import DistanceOp from 'jsts/org/locationtech/jts/operation/distance/DistanceOp.js'
import RelateOp from 'jsts/org/locationtech/jts/operation/relate/RelateOp.js'
import { describe, expect, it } from 'vitest'
import { FIRST_RING, nextRing, Outwards } from '#core/plan/outwards'
import { groundOf, shortestWalk } from '#core/plan/path'
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
import { cut, wallsOf } from '#core/plan/walls'
import { sharedArea } from '#core/plan/faults'
import { anyPlan, anyPoint, at, box, line, planOf, rectangle, thing } from './plan.fixture'

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
  it('is cut where they lie, in any order, overlapping or not', () => {
    const openings: Segment[] = [
      [at(3, 0), at(2, 0)],
      [at(7, 0.1), at(8, 0.1)],
      [at(7.5, 0), at(9, 0)],
    ]
    const left = cut(wall, openings).map(([a, b]) => [a.x, b.x])
    expect(left).toEqual([
      [0, 2],
      [3, 7],
      [9, 10],
    ])
  })
  it('is whole where an opening lies in another wall', () => {
    expect(cut(wall, [[at(2, 1), at(3, 1)]])).toEqual([wall])
    expect(cut(wall, [[at(2, -1), at(2, 1)]])).toEqual([wall])
  })
  it('is nothing where it is all opening', () => {
    expect(cut(wall, [[at(-1, 0), at(11, 0)]])).toEqual([wall])
    expect(cut(wall, [[at(0, 0), at(10, 0)]])).toEqual([])
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
    expect(
      shortestWalk(groundOf(plan, 'ground', { longest: 12 }), at(9, 1), [at(11, 1)]),
    ).toBeNull()
  })

  /** Two points that stand clear of every wall. */
  const isApt = (plan: Plan, from: Point, to: Point): boolean => {
    const walls = wallsOf(plan, 'ground', 'feet')
    const isClear = (p: Point): boolean =>
      walls.every(({ segment }) => apart(nearestOn(segment, p).point, p) > 0.2)
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

  it('is there where the reference library finds one, and longer by no more than the way clear of corners', () => {
    fc.assert(
      fc.property(anyPlan, anyPoint, anyPoint, (plan, from, to) => {
        fc.pre(isApt(plan, from, to))
        const reference = referenceWalk(plan, from, to)
        const found = walk(plan, from, to)
        expect(found === null).toBe(reference === null)
        if (found) expect(found.length).toBeLessThan(reference! * 1.02 + 0.6)
      }),
      { numRuns: 60 },
    )
  }, 60_000)

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
    // By hand: round the corners at y = 7 with 0.15 m to spare along the diagonal.
    const spare = 0.15 / Math.SQRT2
    expect(found.length).toBeCloseTo(2 * Math.hypot(4 - spare, 2 + spare) + 2 + 2 * spare, 6)
  })
})

describe('segments of outlines', () => {
  it('close for a box and an area, not for a line', () => {
    expect(segmentsOf(box(0, 0))).toHaveLength(4)
    expect(segmentsOf(rectangle(0, 0, 1, 1))).toHaveLength(4)
    expect(segmentsOf(line([0, 0], [1, 0], [1, 1]))).toHaveLength(2)
  })
})

describe('points from near to far', () => {
  it('are each found in one ring, until they are left out', () => {
    fc.assert(
      fc.property(fc.array(anyPoint), anyPoint, (points, from) => {
        const outwards = new Outwards(points)
        points.forEach((_, place) => place % 3 === 0 && outwards.leaveOut(place))
        const found = new Map<number, number>()
        for (let ring = FIRST_RING; ring.inner < outwards.farthest(from); ring = nextRing(ring))
          outwards.each(from, ring, (place, metres) => {
            expect(found.has(place)).toBe(false)
            expect(metres).toBeGreaterThan(ring.inner)
            expect(metres).toBeLessThanOrEqual(ring.outer)
            found.set(place, metres)
          })
        const wanted = points.flatMap((point, place): [number, number][] =>
          place % 3 === 0 ? [] : [[place, apart(from, point)]],
        )
        expect([...found].sort(([one], [other]) => one - other)).toEqual(wanted)
      }),
    )
  })
})
