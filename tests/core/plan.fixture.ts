import fc from 'fast-check'
import type { ThingKind } from '#core/plan/kinds.table'
import type { Plan, Point, Shape, Thing } from '#core/plan/plan'

let made = 0
export const at = (x: number, y: number): Point => ({ x, y })
export const thing = (kind: ThingKind, shape: Shape, more: Partial<Thing> = {}): Thing => ({
  id: `t${++made}`,
  kind,
  floor: 'ground',
  name: `${kind} ${made}`,
  shape,
  facts: {},
  of: null,
  ...more,
})
export const box = (
  x: number,
  y: number,
  { width = 1, depth = 1, angle = 0 }: { width?: number; depth?: number; angle?: number } = {},
): Shape => ({ type: 'box', at: at(x, y), angle, width, depth })
export const line = (...points: [number, number][]): Shape => ({
  type: 'line',
  points: points.map(([x, y]) => at(x, y)),
})
export const area = (...points: [number, number][]): Shape => ({
  type: 'area',
  points: points.map(([x, y]) => at(x, y)),
})
export const rectangle = (x: number, y: number, width: number, height: number): Shape =>
  area([x, y], [x + width, y], [x + width, y + height], [x, y + height])
export const planOf = (...things: Thing[]): Plan => ({
  floors: [{ id: 'ground', name: 'Ground', outdoors: false, level: 0 }],
  things,
})

const metres = fc.integer({ min: -200, max: 200 }).map((n) => n / 10)
/** A room of 50 m by 50 m with walls of random length standing in it, a door in some. */
export const anyPlan: fc.Arbitrary<Plan> = fc
  .array(fc.tuple(metres, metres, metres, metres, fc.boolean()), { minLength: 1, maxLength: 3 })
  .map((walls) =>
    planOf(
      thing('room', rectangle(-25, -25, 50, 50)),
      ...walls.flatMap(([x, y, dx, dy, isOpen]) => {
        const [ex, ey] = [x + dx / 2, y + dy / 2]
        if (Math.hypot(ex - x, ey - y) < 0.5) return []
        const between = (share: number): [number, number] => [
          x + (ex - x) * share,
          y + (ey - y) * share,
        ]
        return [
          thing('wall', line([x, y], [ex, ey])),
          ...(isOpen ? [thing('door', line(between(0.4), between(0.6)))] : []),
        ]
      }),
    ),
  )
/** Up to four rooms of any size, apart, beside, over or inside each other, with doors in their walls. */
export const anyRooms: fc.Arbitrary<Plan> = fc
  .array(fc.tuple(metres, metres, metres, metres, fc.integer({ min: 0, max: 9 })), {
    minLength: 1,
    maxLength: 4,
  })
  .map((rooms) =>
    planOf(
      ...rooms.flatMap(([x, y, dx, dy, door]) => {
        const [width, height] = [2 + Math.abs(dx), 2 + Math.abs(dy)]
        const share = door / 10
        return [
          thing('room', rectangle(x, y, width, height)),
          thing('door', line([x + width * share, y], [x + width * (share + 0.1), y])),
          thing('door', line([x, y + height * share], [x, y + height * (share + 0.1)])),
        ]
      }),
    ),
  )
/** Rooms side by side in rows, 4 m by 3 m each, with doors of 0.9 m in some of their walls. */
export const anyBuilding: fc.Arbitrary<Plan> = fc
  .array(
    fc.record({
      south: fc.option(fc.integer({ min: 2, max: 28 }), { freq: 1 }),
      west: fc.option(fc.integer({ min: 2, max: 19 }), { freq: 1 }),
    }),
    { minLength: 4, maxLength: 9 },
  )
  .map((rooms) =>
    planOf(
      ...rooms.flatMap(({ south, west }, i) => {
        const [x, y] = [(i % 4) * 4, Math.floor(i / 4) * 3]
        const door = (from: [number, number], to: [number, number]) => thing('door', line(from, to))
        return [
          thing('room', rectangle(x, y, 4, 3)),
          ...(south === null ? [] : [door([x + south / 10, y], [x + south / 10 + 0.9, y])]),
          ...(west === null ? [] : [door([x, y + west / 10], [x, y + west / 10 + 0.9])]),
        ]
      }),
    ),
  )
export const anyPoint: fc.Arbitrary<Point> = fc.tuple(metres, metres).map(([x, y]) => at(x, y))
/**
 * A hall with booths of 2 m in its south side, 2 m apart, so that it reaches between them; a door of each booth to either side,
 * with another one over it where it is told how far off.
 */
export function hallWithBooths(doors: readonly { at: number; other: number | null }[]): Thing[] {
  const facts = { height: 3 }
  const west = (booth: number): number => 2 + 4 * booth
  const outline = doors.flatMap((_, i): [number, number][] => [
    [west(i), 0],
    [west(i), 3],
    [west(i) + 2, 3],
    [west(i) + 2, 0],
  ])
  const end = west(doors.length)
  const door = (x: number, y: number) => thing('door', line([x, y], [x, y + 0.9]))
  return [
    thing('room', area([0, 0], ...outline, [end, 0], [end, 8], [0, 8]), { facts }),
    ...doors.flatMap(({ at, other }, i) => [
      thing('room', rectangle(west(i), 0, 2, 3), { facts }),
      ...(other === null ? [at] : [at, at + other]).flatMap((y) => [
        door(west(i), y),
        door(west(i) + 2, y),
      ]),
    ]),
  ]
}
export const anyHall: fc.Arbitrary<Plan> = fc
  .array(
    fc.record({
      at: fc.integer({ min: 2, max: 14 }).map((decimetres) => decimetres / 10),
      other: fc.option(fc.constantFrom(0, 0.3, 0.6)),
    }),
    { minLength: 1, maxLength: 4 },
  )
  .map((doors) => planOf(...hallWithBooths(doors)))
