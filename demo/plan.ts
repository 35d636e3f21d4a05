import { randomUUID } from 'node:crypto'
import type { ThingKind } from '#core/plan/kinds.table'
import { row } from '#core/plan/move'
import type { Floor, Point, Shape, Thing } from '#core/plan/plan'

export const FLOORS: readonly Floor[] = [
  { id: 'ground', name: 'Yard and halls', outdoors: true, level: 0 },
  // Scaffold beside the timber deck: sparks fall over its edge.
  { id: 'platform', name: 'Mast platform', outdoors: true, level: 4.5 },
]

const FOOT = 0.3048
const at = (x: number, y: number): Point => ({ x, y })
const box = (x: number, y: number, width: number, depth: number, angle = 0): Shape => ({
  type: 'box',
  at: at(x, y),
  angle,
  width,
  depth,
})
const line = (...points: [number, number][]): Shape => ({
  type: 'line',
  points: points.map(([x, y]) => at(x, y)),
})
const room = (x: number, y: number, width: number, depth: number): Shape => ({
  type: 'area',
  points: [at(x, y), at(x + width, y), at(x + width, y + depth), at(x, y + depth)],
})

type Row = [ThingKind, string, Shape, Thing['facts']?, floor?: string]

/** The yard as it stands: halls to the north, the slip to the south, the paint store too close to the gas. */
const rows: Row[] = [
  [
    'room',
    'Apprentice bay',
    room(0, 30, 30, 14),
    { height: 4.2, material: 'masonry', fire: 60, finish: 'light' },
  ],
  ['room', 'Plate shop', room(30, 30, 34, 20), { height: 9.5, material: 'steel', finish: 'dark' }],
  [
    'room',
    'Pipe bay',
    room(64, 30, 18, 14),
    { height: 4.6, material: 'masonry', fire: 60, finish: 'dark' },
  ],
  [
    'room',
    'Laser cell',
    room(82, 30, 10, 8),
    { height: 4, material: 'masonry', fire: 60, finish: 'dark' },
  ],
  ['room', 'Office', room(82, 38, 10, 6), { height: 2.7, material: 'board' }],
  ['door', 'Bay door', line([13, 30], [17, 30]), { height: 3 }],
  ['door', 'Bay to plate shop', line([30, 36], [30, 38]), { height: 2.2 }],
  ['door', 'Plate shop door', line([44, 30], [50, 30]), { height: 5 }],
  ['door', 'Pipe bay door', line([71, 30], [74, 30]), { height: 3 }],
  ['door', 'Plate shop to pipe bay', line([64, 34], [64, 36]), { height: 2.2 }],
  ['door', 'Laser cell door', line([86, 30], [87, 30]), { height: 2.1, beamTight: true }],
  ['door', 'Office door', line([92, 40], [92, 41]), { height: 2.1 }],
  ['window', 'Bay windows', line([3, 44], [27, 44]), { height: 1.5 }],
  ['station', 'Plate shop', box(46, 41, 6, 8)],
  ['station', 'Pipe bay', box(73, 38, 4, 5)],
  [
    'station',
    'Laser cell',
    box(87, 34, 3, 4, 90),
    { laser: true, power: 2000, wavelength: 1070, divergence: 0.031 },
  ],
  ['station', 'Slip, berth 1', box(20, 10, 8, 24)],
  ['station', 'Slip, berth 2', box(58, 10, 8, 24)],
  ['gasStore', 'Oxygen rack', box(8, 25, 4, 1.2), { holds: 'oxygen' }],
  ['gasStore', 'Fuel gas cage', box(22, 25, 3, 1.5), { holds: 'fuel' }],
  ['hotWorkArea', 'Hot work, bay', room(0.3, 35.5, 29.4, 8.2)],
  ['hotWorkArea', 'Hot work, plate shop', room(40, 34, 12, 14)],
  ['hotWorkArea', 'Hot work, pipe bay', room(70, 34.5, 6, 7)],
  ['hotWorkArea', 'Hot work, laser cell', room(84.5, 31.5, 5, 5)],
  ['combustible', 'Paint store', box(26, 25.5, 4, 3), { burns: 'liquid' }],
  ['combustible', 'Timber deck', box(40, 2, 30, 2, 90), { burns: 'ordinary' }],
  ['extinguisher', 'FE-1', box(18, 30.3, 0.3, 0.3, 90)],
  ['extinguisher', 'FE-2', box(51, 30.3, 0.3, 0.3, 90)],
  ['extinguisher', 'FE-3', box(75, 30.3, 0.3, 0.3, 90)],
  ['extinguisher', 'FE-4', box(30, 12, 0.3, 0.3)],
  ['eyewash', 'EW-1', box(29.7, 40, 0.5, 0.4, 180)],
  ['firstAid', 'FA-1', box(83, 43.7, 0.4, 0.3, 270)],
  ['extractionUnit', 'EX-1', box(15, 45, 2, 1.2)],
  ['exit', 'Bay way out', box(15, 30, 4, 0.3, 270)],
  ['exit', 'Plate shop way out', box(47, 30, 6, 0.3, 270)],
  ['exit', 'Pipe bay way out', box(72.5, 30, 3, 0.3, 270)],
  ['isolator', 'Bay isolator', box(0.3, 32, 0.4, 0.3)],
  ['callPoint', 'Call point, bay', box(12, 30.2, 0.2, 0.2, 90)],
  ['walkway', 'Yard way', line([-2, 27.8], [94, 27.8]), { width: 2.4 }],
  ['meetingPoint', 'Meeting point', box(90, 20, 3, 3)],
  ['desk', 'Instructor', box(2.5, 42, 1.6, 0.8)],
  ['room', 'Mast platform', room(36, 4, 8, 4), { height: 1.1, material: 'mesh' }, 'platform'],
]

/** Ten booths along the north wall of the bay. */
const booths = (): Row[] =>
  row(at(2.2, 39.5), { count: 10, width: 8 * FOOT, depth: 8 * FOOT, gap: 0.3 }, 'east').map(
    (shape, i) => ['station', `Booth ${i + 1}`, shape],
  )

/** @param known what is on record, by name or label */
export const yard = (known: ReadonlyMap<string, string>): Thing[] =>
  [...rows, ...booths()].map(([kind, name, shape, facts = {}, floor = FLOORS[0]!.id]) => ({
    id: randomUUID(),
    kind,
    floor,
    name,
    shape,
    facts,
    of: OF.includes(kind) ? (known.get(name) ?? null) : null,
  }))

const OF: readonly ThingKind[] = [
  'station',
  'extinguisher',
  'eyewash',
  'firstAid',
  'extractionUnit',
]
