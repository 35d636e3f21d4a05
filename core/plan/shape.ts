import { polygonArea, polygonCentroid, polygonContains } from 'd3-polygon'
import type { Point, Shape } from './plan'

/** Two points with a straight line between them. */
export type Segment = readonly [from: Point, to: Point]

const RADIANS = Math.PI / 180

/** Where a direction leads, m. @param angle degrees from the east against the clock */
export const along = ({ x, y }: Point, angle: number, metres: number): Point => ({
  x: x + metres * Math.cos(angle * RADIANS),
  y: y + metres * Math.sin(angle * RADIANS),
})

/** m. Not by Math.hypot, which takes ten times as long. */
export const apart = (a: Point, b: Point): number => Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2)

/** What is read off a shape again and again. Nobody changes a shape, an edit makes another. */
interface Outline {
  corners: readonly Point[]
  segments: readonly Segment[]
  pairs: [number, number][]
}
const known = new WeakMap<Shape, Outline>()

function outlineOf(shape: Shape): Outline {
  const found = known.get(shape)
  if (found) return found
  const corners = shape.type === 'box' ? cornersOfBox(shape) : shape.points
  const pairs = corners.map(({ x, y }): [number, number] => [x, y])
  const outline = { corners, segments: segmentsAlong(corners, shape.type !== 'line'), pairs }
  known.set(shape, outline)
  return outline
}

const cornersOfBox = ({ at, angle, width, depth }: Extract<Shape, { type: 'box' }>): Point[] =>
  [
    [1, 1],
    [1, -1],
    [-1, -1],
    [-1, 1],
  ].map(([deep, wide]) =>
    along(along(at, angle, (deep! * depth) / 2), angle + 90, (wide! * width) / 2),
  )

function segmentsAlong(points: readonly Point[], closes: boolean): Segment[] {
  const segments = points.slice(1).map((to, i): Segment => [points[i]!, to])
  return closes && points.length >= 3 ? [...segments, [points.at(-1)!, points[0]!]] : segments
}

/** Corners of a box, those of an area, the points of a line. A box counts its width across its front. */
export const cornersOf = (shape: Shape): readonly Point[] => outlineOf(shape).corners

/** The straight pieces of an outline; an area and a box close. */
export const segmentsOf = (shape: Shape): readonly Segment[] => outlineOf(shape).segments

/** m2; 0 for a line. */
export const areaOf = (shape: Shape): number =>
  shape.type === 'line' ? 0 : Math.abs(polygonArea(outlineOf(shape).pairs))

/** The middle: of a box and an area its centroid, of a line half way along the straight between its ends. */
export function middleOf(shape: Shape): Point {
  if (shape.type === 'box') return shape.at
  const points = cornersOf(shape)
  if (shape.type === 'line' || areaOf(shape) === 0)
    return pointAt([points[0]!, points.at(-1)!], 0.5)
  const [x, y] = polygonCentroid(outlineOf(shape).pairs)
  return { x, y }
}

/** The point of a segment at a share of its length, 0 to 1. */
export const pointAt = ([a, b]: Segment, share: number): Point => ({
  x: a.x + share * (b.x - a.x),
  y: a.y + share * (b.y - a.y),
})

/** Whether a point lies inside; on the very edge either may be told. */
export const contains = (shape: Shape, { x, y }: Point): boolean =>
  shape.type !== 'line' && polygonContains(outlineOf(shape).pairs, [x, y])

/** Length of a line, or once around. m */
export const lengthOf = (shape: Shape): number =>
  segmentsOf(shape).reduce((sum, [a, b]) => sum + apart(a, b), 0)

/** How far a shape reaches, m. */
export interface Extent {
  west: number
  east: number
  south: number
  north: number
}
export function extentOf(...shapes: readonly Shape[]): Extent {
  const points = shapes.flatMap(cornersOf)
  const xs = points.map(({ x }) => x)
  const ys = points.map(({ y }) => y)
  return {
    west: Math.min(...xs),
    east: Math.max(...xs),
    south: Math.min(...ys),
    north: Math.max(...ys),
  }
}
