import type { Point } from './plan'

/** A picture of an existing plan, laid under the drawing. */
export interface Underlay {
  /** Of the picture, px. */
  width: number
  height: number
  /** A point of the picture, px from its upper left corner, and where it lies on the plan, m. */
  mark: Point
  at: Point
  metresPerPixel: number
  /** Degrees against the clock. */
  turned: number
}

/** Points nearer than this on the picture tell no scale, px. */
const NEAREST = 10

/**
 * The scale of a picture by two of its points and how far apart they are in truth.
 * @param from px. @param to px. @param metres between them
 * @returns metres a pixel; null where the points are too near, or the distance is no length
 */
export function scaleByTwoPoints(from: Point, to: Point, metres: number): number | null {
  const pixels = Math.hypot(to.x - from.x, to.y - from.y)
  if (!(pixels >= NEAREST) || !(metres > 0) || !Number.isFinite(pixels + metres)) return null
  return metres / pixels
}

/** Where a point of the picture lies on the plan, m. @param p px from its upper left corner */
export function onPlan({ mark, at, metresPerPixel, turned }: Underlay, p: Point): Point {
  const turn = (turned * Math.PI) / 180
  const [dx, dy] = [(p.x - mark.x) * metresPerPixel, (mark.y - p.y) * metresPerPixel]
  return {
    x: at.x + dx * Math.cos(turn) - dy * Math.sin(turn),
    y: at.y + dx * Math.sin(turn) + dy * Math.cos(turn),
  }
}
