import type { Bend } from '../bend'
import type { Blocks } from '../blocks'
import type { Bounds } from '../near'
import type { Point } from '../plan'
import { NONE } from '../sight/gaps'
import type { Points } from './points'
import type { Views } from '../sight/views'

/** So many walls are remembered of what stands before an eye; more cost more to ask than a line costs to follow. */
const SHADES = 4

/** Numbers of the two half planes of a bend. */
const PLANES = 6

/**
 * Where ways from the targets look on from, in flat lists: the targets, and corners that a way has come to.
 * Lines from one of them mostly end at the same few walls: what meets one of those is not followed again.
 */
export class Eyes {
  private count = 0
  readonly x: Float64Array
  readonly y: Float64Array
  /** Of the way to the target, m. */
  readonly length: Float64Array
  readonly target: Int32Array
  /** The eye towards the target; none: it is the target. */
  readonly next: Int32Array
  private readonly planes: Float64Array
  private readonly shades: Int32Array
  private readonly shadesOf: Int32Array

  /** @param most there are no more than these */
  constructor(
    most: number,
    private readonly points: Points,
    private readonly blocks: Blocks,
  ) {
    this.x = new Float64Array(most)
    this.y = new Float64Array(most)
    this.length = new Float64Array(most)
    this.target = new Int32Array(most)
    this.next = new Int32Array(most)
    this.planes = new Float64Array(PLANES * most)
    this.shades = new Int32Array(SHADES * most)
    this.shadesOf = new Int32Array(most)
  }

  add(at: Point, length: number, target: number, next: number, bend: Bend): number {
    const eye = this.count++
    this.x[eye] = at.x
    this.y[eye] = at.y
    this.length[eye] = length
    this.target[eye] = target
    this.next[eye] = next
    this.putPlane(PLANES * eye, bend[0])
    this.putPlane(PLANES * eye + 3, bend[1])
    return eye
  }

  private putPlane(plane: number, { a, b, c }: Bend[0]): void {
    this.planes[plane] = a
    this.planes[plane + 1] = b
    this.planes[plane + 2] = c
  }

  /** Whether a way bends on to a point. */
  isOn(eye: number, point: number): boolean {
    return this.isIn(PLANES * eye, point) && this.isIn(PLANES * eye + 3, point)
  }

  private isIn(plane: number, point: number): boolean {
    const { planes, points } = this
    return (
      planes[plane]! * points.x[point]! + planes[plane + 1]! * points.y[point]! >=
      -planes[plane + 2]!
    )
  }

  /** Whether it bends on through a box. */
  isOnInto(eye: number, box: Bounds): boolean {
    return this.isInSomeOf(PLANES * eye, box) && this.isInSomeOf(PLANES * eye + 3, box)
  }

  private isInSomeOf(plane: number, { minX, minY, maxX, maxY }: Bounds): boolean {
    const { planes } = this
    const a = planes[plane]!
    const b = planes[plane + 1]!
    return a * (a > 0 ? maxX : minX) + b * (b > 0 ? maxY : minY) >= -planes[plane + 2]!
  }

  /** Whether it bends on into a view from there. */
  isOnIntoView(views: Views, view: number): boolean {
    if (views.isRound[view]) return true
    const { planes } = this
    const eye = views.eye[view]!
    const x = this.x[eye]!
    const y = this.y[eye]!
    const oneX = x + views.rightX[view]!
    const oneY = y + views.rightY[view]!
    const otherX = x + views.leftX[view]!
    const otherY = y + views.leftY[view]!
    for (let plane = PLANES * eye; plane < PLANES * (eye + 1); plane += 3) {
      const a = planes[plane]!
      const b = planes[plane + 1]!
      const least = -planes[plane + 2]!
      if (a * oneX + b * oneY < least && a * otherX + b * otherY < least) return false
    }
    return true
  }

  /** Whether nothing stands between an eye and a point. */
  sees(eye: number, point: number): boolean {
    const { blocks, points } = this
    blocks.aim(this.x[eye]!, this.y[eye]!, points.x[point]!, points.y[point]!)
    const known = Math.min(this.shadesOf[eye]!, SHADES)
    for (let i = 0; i < known; i++) if (blocks.isMet(this.shades[SHADES * eye + i]!)) return false
    const met = blocks.firstMet()
    if (met === NONE) return true
    this.shades[SHADES * eye + (this.shadesOf[eye]!++ % SHADES)] = met
    return false
  }
}
