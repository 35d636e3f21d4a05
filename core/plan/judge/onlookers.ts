import { holds } from '../enclosure'
import { boundsOf, doMeet, grown, type Bounds } from '../near'
import type { Point, Thing } from '../plan'
import { middleOf, segmentsOf, type Segment } from '../shape'
import { isBeside, sideOf, TOUCH } from '../side'
import { NONE } from '../sight/gaps'
import { arcsOf, type Look, type Looks } from './look'
import { People, type Group } from './people'

/** What is seen of the arcs of a station. */
export interface Seen {
  /** By place that is near enough: how the most open look from it ends, with its line. */
  places: ReadonlyMap<Thing, { look: Look; line: Segment | null }>
  /** The sides of the station that open looks pass, as its outline runs: each of them is to be closed. */
  sides: readonly number[]
}

/** From the least open. */
const LOOKS: readonly Look[] = ['closed', 'untold', 'open']
const OPENNESS = { closed: 0, untold: 1, open: 2 } satisfies Record<Look, number>
const NOBODY_IS_NEAR = -1

/** Whoever may look into the arcs of the stations of a floor: flat lists, as there are a hundred thousand looks. */
export class Onlookers {
  private readonly people: People
  /** By place: how open the most open look from it is, from whom, and to which arc. */
  private readonly openness: Int32Array
  private readonly by: Int32Array
  private readonly to: Int32Array

  /** Of the station that is asked about. */
  private arcs: readonly Point[] = []
  private arc = 0
  /** Nobody beyond it is near. */
  private bounds: Bounds = boundsOf([])
  private shut: readonly Side[] = []
  /** The groups that somebody near is in. */
  private groups: Group[] = []
  /** By person: whether he is near. */
  private readonly isNear: Uint8Array

  /** @param within who is farther away looks into no arc, m */
  constructor(
    private readonly places: readonly Thing[],
    private readonly looks: Looks,
    private readonly within: number,
  ) {
    this.people = new People(places, looks.sight)
    this.openness = new Int32Array(places.length)
    this.by = new Int32Array(places.length)
    this.to = new Int32Array(places.length)
    this.isNear = new Uint8Array(this.people.x.length)
  }

  seenOf(station: Thing): Seen {
    const { sight } = this.looks
    this.arcs = arcsOf(station)
    this.bounds = grown(boundsOf(this.arcs), this.within)
    this.findNear()
    const sides = sidesOf(station)
    this.shut = sides
    const rooms = sight.rooms.near(this.arcs)
    for (this.arc = 0; this.arc < this.arcs.length; this.arc++) {
      const at = this.arcs[this.arc]!
      this.show(sight.from(at, rooms.find((room) => holds(room, at)) ?? null))
    }
    const open = [...sides.keys()].filter((side) => !this.shut.includes(sides[side]!))
    return { places: this.seenFrom(), sides: open }
  }

  private findNear(): void {
    const { openness, people } = this
    openness.fill(NOBODY_IS_NEAR)
    this.groups = people.groupsNear(this.arcs, this.within).filter((group) => this.findIn(group))
    for (const { place } of this.groups) openness[place] = OPENNESS.closed
  }

  /** @returns whether anybody in a group is near */
  private findIn({ from, to, bounds }: Group): boolean {
    const { isNear, people } = this
    if (metresAcross(this.arcs[0]!, bounds) <= this.within) {
      isNear.fill(1, from, to)
      return true
    }
    let isAnybody = false
    for (let person = from; person < to; person++) {
      const isIt = this.isWithin(people.x[person]!, people.y[person]!)
      isNear[person] = isIt ? 1 : 0
      isAnybody ||= isIt
    }
    return isAnybody
  }

  private isWithin(x: number, y: number): boolean {
    const { arcs } = this
    const most = this.within ** 2
    for (let i = 0; i < arcs.length; i++) {
      const arc = arcs[i]!
      if ((arc.x - x) ** 2 + (arc.y - y) ** 2 <= most) return true
    }
    return false
  }

  /** To whom a view shows the arc, here or beyond. */
  private show(view: number): void {
    const { gaps, views } = this.looks.sight
    const room = views.room[view]!
    for (let i = 0; i < this.groups.length; i++) {
      const group = this.groups[i]!
      // Where it is not known, anybody may be.
      const isHere = room === NONE || group.room === room
      if (isHere && this.mayTellOf(view, group)) this.lookAt(view, group)
    }
    if (room === NONE) return
    for (let gap = gaps.begin[room]!; gap < gaps.begin[room + 1]!; gap++) {
      if (!doMeet(gaps.bounds[gap]!, this.bounds)) continue
      const beyond = views.through(view, gap)
      if (beyond !== NONE) this.show(beyond)
    }
  }

  /** Whether looks at some people may tell anything new. Mostly they do not. */
  private mayTellOf(view: number, { bounds, place }: Group): boolean {
    if (!this.looks.sight.views.isTowardSomeOf(view, bounds)) return false
    if (this.openness[place] !== OPENNESS.open) return true
    const { arcs, arc, shut } = this
    for (let i = 0; i < shut.length; i++) if (mayLeaveBy(shut[i]!, arcs[arc]!, bounds)) return true
    return false
  }

  private lookAt(view: number, { from, to, place }: Group): void {
    const { looks, openness, people } = this
    const { views } = looks.sight
    const arc = this.arcs[this.arc]!
    for (let person = from; person < to; person++) {
      if (!this.isNear[person]) continue
      const x = people.x[person]!
      const y = people.y[person]!
      if (!views.isToward(view, x - arc.x, y - arc.y)) continue
      const known = openness[place]!
      if (known === OPENNESS.open && !this.leavesByShut({ x, y })) continue
      const look = looks.between(arc.x, arc.y, x, y)
      if (look === 'open') this.shut = this.shut.filter((side) => !leavesBy(side, arc, { x, y }))
      if (OPENNESS[look] <= known) continue
      openness[place] = OPENNESS[look]
      this.by[place] = person
      this.to[place] = this.arc
    }
  }

  private leavesByShut(person: Point): boolean {
    const { arcs, arc, shut } = this
    for (let i = 0; i < shut.length; i++) if (leavesBy(shut[i]!, arcs[arc]!, person)) return true
    return false
  }

  private seenFrom(): Seen['places'] {
    const { arcs, by, openness, people, to } = this
    const seen = new Map<Thing, { look: Look; line: Segment | null }>()
    this.places.forEach((thing, place) => {
      const open = openness[place]!
      if (open === NOBODY_IS_NEAR) return
      const person = by[place]!
      const line: Segment | null =
        open === OPENNESS.closed
          ? null
          : [arcs[to[place]!]!, { x: people.x[person]!, y: people.y[person]! }]
      seen.set(thing, { look: LOOKS[open]!, line })
    })
    return seen
  }
}

/** From a point to the farthest of a box, m. */
function metresAcross({ x, y }: Point, { minX, minY, maxX, maxY }: Bounds): number {
  const dx = Math.max(maxX - x, x - minX)
  const dy = Math.max(maxY - y, y - minY)
  return Math.sqrt(dx * dx + dy * dy)
}

/** A side of a station, and on which side of that its middle lies, as `sideOf` tells it: 1 or -1. */
interface Side {
  ends: Segment
  within: number
}

function sidesOf({ shape }: Thing): Side[] {
  const middle = middleOf(shape)
  return segmentsOf(shape).map((ends) => ({ ends, within: Math.sign(sideOf(...ends, middle)) }))
}

/** Whether a look from an arc within leaves the station by a side: it ends beyond it, and passes between its ends. */
function leavesBy({ ends: [a, b], within }: Side, arc: Point, person: Point): boolean {
  if (within * sideOf(a, b, person) > TOUCH) return false
  return sideOf(arc, person, a) * sideOf(arc, person, b) <= TOUCH
}

/** Farther off a line than this, as `sideOf` tells it, nothing passes it, m2. */
const OFF = 1e-4

/** Whether a look from an arc to some point of a box may leave the station by a side. */
function mayLeaveBy({ ends: [a, b], within }: Side, arc: Point, box: Bounds): boolean {
  if (within !== 0 && isBeside(a, b, box, within > 0 ? -1 : 1)) return false
  const isPast =
    (isBeside(arc, a, box, 1, OFF) && isBeside(arc, b, box, 1, OFF)) ||
    (isBeside(arc, a, box, -1, OFF) && isBeside(arc, b, box, -1, OFF))
  return !isPast
}
