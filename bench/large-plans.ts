import type { ThingKind } from '#core/plan/kinds.table'
import type { Plan, Point, Shape, Thing } from '#core/plan/plan'

const ROOMS = 500
const ROOMS_ACROSS = 25
/** m */
const SIDE = 5
const LENGTH = ROOMS_ACROSS * SIDE

export const at = (x: number, y: number): Point => ({ x, y })
const box = (x: number, y: number, size = 0.4): Shape => ({
  type: 'box',
  at: at(x, y),
  angle: 90,
  width: size,
  depth: size,
})
const line = (...points: Point[]): Shape => ({ type: 'line', points })
const area = (west: number, south: number, width: number, depth: number): Shape => ({
  type: 'area',
  points: [
    at(west, south),
    at(west + width, south),
    at(west + width, south + depth),
    at(west, south + depth),
  ],
})

type Put = (kind: ThingKind, shape: Shape, facts?: Thing['facts']) => void

/** A plan of one floor. @param draw puts things on it, one after the other */
function planOf(draw: (put: Put) => void): Plan {
  const things: Thing[] = []
  draw((kind, shape, facts = {}) => {
    const id = `t${things.length}`
    things.push({ id, kind, floor: 'ground', name: `${kind} ${id}`, shape, facts, of: null })
  })
  return { floors: [{ id: 'ground', name: 'Ground', outdoors: false, level: 0 }], things }
}

/** What stands in the corner of a room, in turn. */
const IN_CORNER: readonly ThingKind[] = [
  'extinguisher',
  'desk',
  'gasStore',
  'desk',
  'combustible',
  'extinguisher',
  'desk',
  'desk',
  'desk',
  'desk',
]

/**
 * What stands in the nth room.
 * @param x its west wall, m
 * @param from y so far into the room from the wall with its door, m
 */
function furnish(put: Put, n: number, x: number, from: (metres: number) => number): void {
  put('station', box(x + 2, from(3), 1.5))
  put(IN_CORNER[n % IN_CORNER.length]!, box(x + 4.2, from(0.6)))
  if (n % 20 === 0) put('eyewash', box(x + 0.8, from(4.2)))
  if (n % 2 === 0) put('callPoint', box(x + 0.3, from(0.3), 0.2))
  if (n % 10 === 0) put('curtain', line(at(x + 1, from(2)), at(x + 3, from(2))), { height: 2 })
}

/**
 * 500 rooms in rows one behind the other, and 2,000 other things: in each room a door, a station and something in its corner;
 * walkways, curtains, call points and ways out. Harder than any building: out of most rooms one gets by way of up to 20 others.
 */
export const roomsInLine = (): Plan =>
  planOf((put) => {
    for (let n = 0; n < ROOMS; n++) {
      const row = Math.floor(n / ROOMS_ACROSS)
      const x = (n % ROOMS_ACROSS) * SIDE
      const y = row * SIDE
      put('room', area(x, y, SIDE, SIDE), { height: 4 })
      put('door', line(at(x + 2, y), at(x + 3, y)))
      // A way along the building in every third row.
      const isOnWay = row % 3 === 0
      if (isOnWay) put('door', line(at(x, y + 2), at(x, y + 3)))
      if (isOnWay && x === 0) put('walkway', line(at(0.5, y + 2.5), at(LENGTH - 0.5, y + 2.5)))
      furnish(put, n, x, (metres) => y + metres)
      // Out of doors, south of the building.
      if (y === 0 && n % 5 === 0) put('exit', box(x + 2.5, -0.5))
    }
  })

/** m */
const CORRIDOR = 2

/**
 * As many rooms with as much in them along corridors, as buildings have them:
 * each corridor with rooms on both sides, a walkway, and a way out at either end.
 */
export const roomsAlongCorridors = (): Plan =>
  planOf((put) => {
    for (let n = 0; n < ROOMS; n++) {
      const row = Math.floor(n / ROOMS_ACROSS)
      const x = (n % ROOMS_ACROSS) * SIDE
      const isNorth = row % 2 === 1
      const corridor = Math.floor(row / 2) * (2 * SIDE + CORRIDOR) + SIDE
      if (!isNorth && x === 0) putCorridor(put, corridor)
      const door = isNorth ? corridor + CORRIDOR : corridor
      const from = (metres: number): number => (isNorth ? door + metres : door - metres)
      put('room', area(x, isNorth ? door : door - SIDE, SIDE, SIDE), { height: 4 })
      put('door', line(at(x + 2, door), at(x + 3, door)))
      if (n % 3 === 0) put('window', line(at(x + 1, from(SIDE)), at(x + 3, from(SIDE))))
      furnish(put, n, x, from)
    }
  })

function putCorridor(put: Put, south: number): void {
  const middle = south + CORRIDOR / 2
  put('room', area(0, south, LENGTH, CORRIDOR), { height: 3 })
  put('walkway', line(at(0.5, middle), at(LENGTH - 0.5, middle)))
  for (const [end, outwards] of [
    [0, -0.5],
    [LENGTH, 0.5],
  ] as const) {
    put('door', line(at(end, middle - 0.5), at(end, middle + 0.5)))
    put('exit', box(end + outwards, middle))
  }
}
