import { polygonArea, polygonCentroid, polygonContains } from 'd3-polygon'
import { gathered } from './gathered'
import { once } from './once'
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

/** What is read off a shape again and again. */
interface Outline {
  corners: readonly Point[]
  segments: readonly Segment[]
  /** The corners as d3-polygon has them; null: nobody asked yet. */
  pairs: [number, number][] | null
}
const outlineOf = once((shape: Shape): Outline => {
  const corners = shape.type === 'box' ? cornersOfBox(shape) : shape.points
  const segments = segmentsAlong(corners, shape.type !== 'line')
  return { corners, segments, pairs: null }
})

function pairsOf(shape: Shape): [number, number][] {
  const outline = outlineOf(shape)
  return (outline.pairs ??= outline.corners.map(({ x, y }) => [x, y]))
}

function cornersOfBox({ at, angle, width, depth }: Extract<Shape, { type: 'box' }>): Point[] {
  const ahead = along({ x: 0, y: 0 }, angle, depth / 2)
  const aside = along({ x: 0, y: 0 }, angle + 90, width / 2)
  const corner = (deep: number, wide: number): Point => ({
    x: at.x + deep * ahead.x + wide * aside.x,
    y: at.y + deep * ahead.y + wide * aside.y,
  })
  return [corner(1, 1), corner(1, -1), corner(-1, -1), corner(-1, 1)]
}

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
  shape.type === 'line' ? 0 : Math.abs(polygonArea(pairsOf(shape)))

/** The middle: of a box and an area its centroid, of a line half way along the straight between its ends. */
export function middleOf(shape: Shape): Point {
  if (shape.type === 'box') return shape.at
  const points = cornersOf(shape)
  if (shape.type === 'line' || areaOf(shape) === 0)
    return pointAt([points[0]!, points.at(-1)!], 0.5)
  const [x, y] = polygonCentroid(pairsOf(shape))
  return { x, y }
}

/** The point of a segment at a share of its length, 0 to 1. */
export const pointAt = ([a, b]: Segment, share: number): Point => ({
  x: a.x + share * (b.x - a.x),
  y: a.y + share * (b.y - a.y),
})

/** Whether a point lies inside; on the very edge either may be told. */
export const contains = (shape: Shape, { x, y }: Point): boolean =>
  shape.type !== 'line' && polygonContains(pairsOf(shape), [x, y])

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
  const points = gathered(shapes, cornersOf)
  const xs = points.map(({ x }) => x)
  const ys = points.map(({ y }) => y)
  return {
    west: Math.min(...xs),
    east: Math.max(...xs),
    south: Math.min(...ys),
    north: Math.max(...ys),
  }
}
