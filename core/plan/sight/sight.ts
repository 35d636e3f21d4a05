import { holds, type Enclosure, type Enclosures } from '../enclosure'
import { doMeet, type Bounds } from '../near'
import type { Point } from '../plan'
import { Gaps, NONE } from './gaps'
import { Views } from './views'

/**
 * What rooms tell of what is seen, from one place at a time: one room, or ground that no room encloses, and on through each gap.
 * More than is seen may be told, never less.
 */
export class Sight {
  readonly gaps: Gaps
  readonly views: Views
  private readonly eye = { x: new Float64Array(1), y: new Float64Array(1) }

  constructor(readonly rooms: Enclosures) {
    this.gaps = new Gaps(rooms)
    this.views = new Views(this.eye, this.gaps)
  }

  /** Looks all round from a place; what was seen from another one is told no more. @returns the view of its room */
  from(place: Point, room: Enclosure | null = this.rooms.holding(place)[0] ?? null): number {
    this.eye.x[0] = place.x
    this.eye.y[0] = place.y
    this.views.clear()
    return this.views.around(0, this.gaps.placeOf(room))
  }

  /** Whether a point may be seen. @param view from where, as of `from` */
  mayShow(view: number, point: Point): boolean {
    this.views.backTo(view)
    return this.showsPoint(view, point)
  }

  /** Whether any point of a box may be seen. @param view from where, as of `from` */
  mayShowSomeOf(view: number, box: Bounds): boolean {
    this.views.backTo(view)
    return this.showsSomeOf(view, box)
  }

  /** In a view or beyond it. */
  private showsPoint(view: number, point: Point): boolean {
    const east = point.x - this.eye.x[0]!
    const north = point.y - this.eye.y[0]!
    if (!this.views.isToward(view, east, north)) return false
    const room = this.views.room[view]!
    return (
      !this.isRoom(room) ||
      holds(this.rooms.all[room]!, point) ||
      this.isSomeBeyond(view, (beyond) => this.showsPoint(beyond, point))
    )
  }

  /** In a view or beyond it. */
  private showsSomeOf(view: number, box: Bounds): boolean {
    if (!this.views.isTowardSomeOf(view, box)) return false
    const room = this.views.room[view]!
    return (
      !this.isRoom(room) ||
      doMeet(this.rooms.all[room]!, box) ||
      this.isSomeBeyond(view, (beyond) => this.showsSomeOf(beyond, box))
    )
  }

  /** Anything may be in the open. */
  private isRoom(room: number): boolean {
    return room !== NONE && room !== this.gaps.outside
  }

  private isSomeBeyond(view: number, shows: (beyond: number) => boolean): boolean {
    const room = this.views.room[view]!
    const { begin } = this.gaps
    for (let gap = begin[room]!; gap < begin[room + 1]!; gap++) {
      const beyond = this.views.through(view, gap)
      if (beyond !== NONE && shows(beyond)) return true
    }
    return false
  }
}
