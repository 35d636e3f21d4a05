import type { Bounds } from '../near'
import { TOUCH } from '../side'
import { NONE, type Gaps } from './gaps'

/** Where views are looked on from, in flat lists, m. */
export interface Eyes {
  readonly x: Float64Array
  readonly y: Float64Array
}

/** There is room for so many at first. */
const FIRST = 8192

function twiceAsLong<T extends Int32Array | Float64Array>(list: T): T {
  const longer = new (list.constructor as new (length: number) => T)(2 * list.length)
  longer.set(list)
  return longer
}

/**
 * What rooms tell of what an eye sees, in flat lists: one room, or ground that no room encloses, and on through each gap.
 * From gap to gap less is left of it: directions from a right edge against the clock to a left one.
 * More than is seen may be told, never less.
 */
export class Views {
  private count = 0
  eye: Int32Array = new Int32Array(FIRST)
  room: Int32Array = new Int32Array(FIRST)
  /** That it is seen through; none: the eye lies in the room, and looks all round. */
  private gap: Int32Array = new Int32Array(FIRST)
  /** The view of its eye that was told before it; none: it is the first. */
  private before: Int32Array = new Int32Array(FIRST)
  /** By eye: the view that was told last. */
  private readonly last: Int32Array
  /** Whether it is seen all round; then it has no edges. */
  isRound: Int32Array = new Int32Array(FIRST)
  rightX: Float64Array = new Float64Array(FIRST)
  rightY: Float64Array = new Float64Array(FIRST)
  leftX: Float64Array = new Float64Array(FIRST)
  leftY: Float64Array = new Float64Array(FIRST)
  /** Nothing of it is nearer to its eye, m. */
  metres: Float64Array = new Float64Array(FIRST)

  constructor(
    private readonly eyes: Eyes,
    private readonly gaps: Gaps,
  ) {
    this.last = new Int32Array(eyes.x.length).fill(NONE)
  }

  /** Those that were told are not asked for any more. */
  clear(): void {
    this.count = 0
  }

  /** All round from an eye in a room. */
  around(eye: number, room: number): number {
    this.last[eye] = NONE
    const view = this.add(eye, room, NONE)
    this.isRound[view] = 1
    return view
  }

  /** What an eye was told of after one of its views is told anew, if there was no other eye since. */
  backTo(view: number): void {
    this.count = view + 1
    this.last[this.eye[view]!] = view
  }

  private add(eye: number, room: number, gap: number): number {
    const view = this.count++
    if (view === this.eye.length) this.grow()
    this.eye[view] = eye
    this.room[view] = room
    this.gap[view] = gap
    this.before[view] = this.last[eye]!
    this.last[eye] = view
    return view
  }

  /** The view that was told last is none. */
  takeBack(view: number): void {
    this.count = view
    this.last[this.eye[view]!] = this.before[view]!
  }

  private grow(): void {
    this.eye = twiceAsLong(this.eye)
    this.room = twiceAsLong(this.room)
    this.gap = twiceAsLong(this.gap)
    this.before = twiceAsLong(this.before)
    this.isRound = twiceAsLong(this.isRound)
    this.rightX = twiceAsLong(this.rightX)
    this.rightY = twiceAsLong(this.rightY)
    this.leftX = twiceAsLong(this.leftX)
    this.leftY = twiceAsLong(this.leftY)
    this.metres = twiceAsLong(this.metres)
  }

  /** What is seen on through a gap of its room; none: nothing is, or nothing that its eye was not told of before. */
  through(view: number, gap: number): number {
    const { eyes, gaps } = this
    const eye = this.eye[view]!
    const x = eyes.x[eye]!
    const y = eyes.y[eye]!
    let rightX = gaps.rightX[gap]! - x
    let rightY = gaps.rightY[gap]! - y
    let leftX = gaps.leftX[gap]! - x
    let leftY = gaps.leftY[gap]! - y
    const metres = metresToLine(rightX, rightY, leftX, leftY)
    const width = cross(rightX, rightY, leftX, leftY)
    const isRound = this.isRound[view] === 1
    // Whoever stands in the very wall may see all of both sides; from farther away the wall itself is in the way.
    const isInWall = Math.abs(width) <= TOUCH
    if (isInWall ? !isRound : width < 0) return NONE
    if (!isRound) {
      const oneX = this.rightX[view]!
      const oneY = this.rightY[view]!
      const otherX = this.leftX[view]!
      const otherY = this.leftY[view]!
      const isOneIn = isBetween(oneX, oneY, rightX, rightY, leftX, leftY)
      const isOtherIn = isBetween(otherX, otherY, rightX, rightY, leftX, leftY)
      if (!isBetween(rightX, rightY, oneX, oneY, otherX, otherY)) {
        if (!isOneIn) return NONE
        rightX = oneX
        rightY = oneY
      }
      if (!isBetween(leftX, leftY, oneX, oneY, otherX, otherY)) {
        if (!isOtherIn) return NONE
        leftX = otherX
        leftY = otherY
      }
    }
    const beyond = this.add(eye, gaps.beyond[gap]!, gap)
    this.isRound[beyond] = isInWall ? 1 : 0
    this.rightX[beyond] = rightX
    this.rightY[beyond] = rightY
    this.leftX[beyond] = leftX
    this.leftY[beyond] = leftY
    this.metres[beyond] = metres
    if (!this.isTold(beyond)) return beyond
    this.takeBack(beyond)
    return NONE
  }

  /**
   * Whether its eye was told of all of it before: whatever way leads through a gap, the same lies beyond.
   * Else rooms in line would be looked through by way of every choice of the doors that lie over each other in their walls.
   */
  private isTold(view: number): boolean {
    const gap = this.gap[view]!
    for (let other = this.before[view]!; other !== NONE; other = this.before[other]!)
      if (this.gap[other] === gap && this.hasAllOf(other, view)) return true
    return false
  }

  /** Whether a view has all directions of another one through its gap. */
  private hasAllOf(view: number, other: number): boolean {
    if (this.isRound[view] || this.isRound[other]) return this.isRound[view] === 1
    const { leftX, leftY, rightX, rightY } = this
    return (
      cross(rightX[view]!, rightY[view]!, rightX[other]!, rightY[other]!) >= 0 &&
      cross(leftX[view]!, leftY[view]!, leftX[other]!, leftY[other]!) <= 0
    )
  }

  /** Whether its directions hold one, as told from its eye. */
  private isWithin(view: number, x: number, y: number): boolean {
    return isBetween(
      x,
      y,
      this.rightX[view]!,
      this.rightY[view]!,
      this.leftX[view]!,
      this.leftY[view]!,
    )
  }

  /** Whether what lies so far to the east and north of its eye lies in its directions. */
  isToward(view: number, east: number, north: number): boolean {
    return this.isRound[view] === 1 || this.isWithin(view, east, north)
  }

  /** Whether any point of a box does. */
  isTowardSomeOf(view: number, { minX, minY, maxX, maxY }: Bounds): boolean {
    if (this.isRound[view]) return true
    const eye = this.eye[view]!
    const x = this.eyes.x[eye]!
    const y = this.eyes.y[eye]!
    const rightX = this.rightX[view]!
    const rightY = this.rightY[view]!
    const leftX = this.leftX[view]!
    const leftY = this.leftY[view]!
    // Of the corners, the one farthest to the inner side of each edge.
    return (
      cross(rightX, rightY, (rightY > 0 ? minX : maxX) - x, (rightX > 0 ? maxY : minY) - y) >=
        -TOUCH &&
      cross(leftX, leftY, (leftY > 0 ? maxX : minX) - x, (leftX > 0 ? minY : maxY) - y) <= TOUCH
    )
  }
}

const cross = (aX: number, aY: number, bX: number, bY: number): number => aX * bY - aY * bX

/** Whether a direction lies between a right edge and a left one, or in line with them. */
const isBetween = (
  x: number,
  y: number,
  rightX: number,
  rightY: number,
  leftX: number,
  leftY: number,
): boolean => cross(rightX, rightY, x, y) >= -TOUCH && cross(leftX, leftY, x, y) <= TOUCH

/** From where one stands to the nearest of a line between two points, m. */
function metresToLine(aX: number, aY: number, bX: number, bY: number): number {
  const dx = bX - aX
  const dy = bY - aY
  const squared = dx * dx + dy * dy
  const share = squared === 0 ? 0 : Math.max(0, Math.min(1, -(aX * dx + aY * dy) / squared))
  const x = aX + share * dx
  const y = aY + share * dy
  return Math.sqrt(x * x + y * y)
}
