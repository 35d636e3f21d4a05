import { cornersOf, extentOf } from './shape'
import type { Point, Shape } from './plan'

/** Figures of a plan are kept to a tenth of a millimetre, so that an inch is what it is. */
const TENTHS = 10_000
const round = (metres: number): number => Math.round(metres * TENTHS) / TENTHS
const rounded = ({ x, y }: Point): Point => ({ x: round(x), y: round(y) })

/** A shape moved by so many metres. */
export const moved = (shape: Shape, by: Point): Shape =>
  shape.type === 'box'
    ? { ...shape, at: rounded({ x: shape.at.x + by.x, y: shape.at.y + by.y }) }
    : { ...shape, points: shape.points.map(({ x, y }) => rounded({ x: x + by.x, y: y + by.y })) }

/** A shape with one of its handles somewhere else: a point of a line or an area, a corner of a box against the opposite one. */
export function reshaped(shape: Shape, handle: number, to: Point): Shape {
  if (shape.type !== 'box')
    return { ...shape, points: shape.points.map((p, i) => (i === handle ? rounded(to) : p)) }
  const opposite = cornersOf(shape)[(handle + 2) % 4]!
  const turn = (-shape.angle * Math.PI) / 180
  const [dx, dy] = [to.x - opposite.x, to.y - opposite.y]
  const deep = Math.abs(dx * Math.cos(turn) - dy * Math.sin(turn))
  const wide = Math.abs(dx * Math.sin(turn) + dy * Math.cos(turn))
  return {
    ...shape,
    at: rounded({ x: (to.x + opposite.x) / 2, y: (to.y + opposite.y) / 2 }),
    width: Math.max(0.05, round(wide)),
    depth: Math.max(0.05, round(deep)),
  }
}

/** A shape of a kind drawn from one point to another. */
export function drawn(type: Shape['type'], from: Point, to: Point): Shape {
  if (type === 'line') return { type, points: [rounded(from), rounded(to)] }
  if (type === 'area')
    return {
      type,
      points: [from, { x: to.x, y: from.y }, to, { x: from.x, y: to.y }].map(rounded),
    }
  return {
    type,
    at: rounded({ x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }),
    angle: 0,
    width: Math.max(0.05, round(Math.abs(to.y - from.y))),
    depth: Math.max(0.05, round(Math.abs(to.x - from.x))),
  }
}

/** Corners nearer than this draw a point to themselves, m. */
const PULL = 0.3

/** The nearest of some corners that is close enough. There may be thousands of them at each move of a hand. */
function nearest(p: Point, corners: readonly Point[]): Point | null {
  let found: Point | null = null
  let least = PULL * PULL
  for (const corner of corners) {
    const [dx, dy] = [corner.x - p.x, corner.y - p.y]
    const squared = dx * dx + dy * dy
    if (squared > least || (found && squared === least)) continue
    found = corner
    least = squared
  }
  return found
}

/** Where a point comes to lie: on a corner close by, else on the grid. @param grid m; 0: none */
export function snapped(p: Point, corners: readonly Point[], grid: number): Point {
  const near = nearest(p, corners)
  if (near) return near
  if (grid <= 0) return rounded(p)
  return rounded({ x: Math.round(p.x / grid) * grid, y: Math.round(p.y / grid) * grid })
}

/** A row of the same box, side by side to the east or the north. */
export function row(
  first: Point,
  { count, width, depth, gap }: { count: number; width: number; depth: number; gap: number },
  along: 'east' | 'north',
): Shape[] {
  return Array.from({ length: count }, (_, i) => {
    const off = i * (width + gap)
    const at =
      along === 'east' ? { x: first.x + off, y: first.y } : { x: first.x, y: first.y + off }
    return { type: 'box', at: rounded(at), angle: along === 'east' ? 90 : 0, width, depth }
  })
}

/** The middle of everything drawn; the origin where nothing is. */
export function middleOfAll(shapes: readonly Shape[]): Point {
  if (shapes.length === 0) return { x: 0, y: 0 }
  const { west, east, south, north } = extentOf(...shapes)
  return { x: (west + east) / 2, y: (south + north) / 2 }
}

/** A shape turned about a point. @param degrees against the clock */
export function turned(shape: Shape, about: Point, degrees: number): Shape {
  const turn = (degrees * Math.PI) / 180
  const around = ({ x, y }: Point): Point => {
    const [dx, dy] = [x - about.x, y - about.y]
    return rounded({
      x: about.x + dx * Math.cos(turn) - dy * Math.sin(turn),
      y: about.y + dx * Math.sin(turn) + dy * Math.cos(turn),
    })
  }
  if (shape.type !== 'box') return { ...shape, points: shape.points.map(around) }
  const angle = (((shape.angle + degrees) % 360) + 360) % 360
  return { ...shape, at: around(shape.at), angle: Math.round(angle * 100) / 100 }
}
