import { coneThrough, isBoxInCone, isInCone, type Cone } from './cone'
import { holds, type Enclosure, type Enclosures, type Gap } from './enclosure'
import { doMeet, type Bounds } from './near'
import type { Point } from './plan'

/**
 * What rooms tell of what is seen from a place: one room, or ground that no room encloses, and on through each gap.
 * From gap to gap less is left of it. More than is seen may be told, never less.
 */
export class View {
  private known: readonly View[] | null = null

  private constructor(
    readonly from: Point,
    /** null: no room encloses it. */
    readonly room: Enclosure | null,
    readonly cone: Cone,
    private readonly before: View | null = null,
    /** That it is seen through. */
    readonly gap: Gap | null = null,
  ) {}

  /** From a place, of the room that it lies in. */
  static of({ holding }: Enclosures, from: Point): View {
    return new View(from, holding(from)[0] ?? null, 'all')
  }

  /** Through each gap of the room. */
  get beyond(): readonly View[] {
    return (this.known ??= this.lookBeyond())
  }

  private lookBeyond(): View[] {
    const views: View[] = []
    for (const gap of this.room?.gaps ?? []) {
      const cone = coneThrough(this.from, this.cone, gap.ends)
      if (cone && !this.isThrough(gap)) views.push(new View(this.from, gap.beyond, cone, this, gap))
    }
    return views
  }

  /** Whether it came by a gap: no straight line does so twice. */
  private isThrough(gap: Gap): boolean {
    return this.gap === gap || (this.before?.isThrough(gap) ?? false)
  }

  /** Whether a point lies in its directions. */
  isToward(point: Point): boolean {
    return isInCone(this.from, this.cone, point)
  }

  /** Whether any point of a box does. */
  isTowardSomeOf(box: Bounds): boolean {
    return isBoxInCone(this.from, this.cone, box)
  }

  /** Whether a point may be seen, here or beyond. */
  mayShow(point: Point): boolean {
    if (!this.isToward(point)) return false
    if (!this.room || holds(this.room, point)) return true
    return this.beyond.some((view) => view.mayShow(point))
  }

  /** Whether any point of a box may be seen, here or beyond. */
  mayShowSomeOf(box: Bounds): boolean {
    if (!this.isTowardSomeOf(box)) return false
    if (!this.room || doMeet(this.room, box)) return true
    return this.beyond.some((view) => view.mayShowSomeOf(box))
  }
}
