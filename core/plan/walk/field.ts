import FlatQueue from 'flatqueue'
import { ANYWHERE, bendRound } from '../bend'
import { byRoom } from '../by-room'
import { gathered } from '../gathered'
import type { Ground } from '../ground'
import { boundsOf, type Bounds } from '../near'
import { metresBetween, metresTo, Outwards, type Part } from '../outwards'
import type { Point } from '../plan'
import { Eyes } from './eyes'
import { NONE } from '../sight/gaps'
import { Points } from './points'
import { Views } from '../sight/views'

/** The way from a place: where it begins, and all that it comes to. */
export interface Way {
  points: Point[]
  /** m */
  length: number
  target: number
}

/**
 * The shortest ways to the nearest of some targets, from all of some places at once; a place may have several starts.
 * Walked backwards from all targets, each stop (a corner, or a place) is reached by its shortest way, with what is seen
 * looked at only when it is its turn, and lines followed only where they are shorter than any found. What leads towards
 * the places has its turn first: A*, by how far the box that holds them is at least; within it the same as Dijkstra.
 * Source: Hart, Nilsson and Raphael, A formal basis for the heuristic determination of minimum cost paths, 1968.
 */
export class Field {
  /** The corners, and after them the starts. */
  private readonly points: Points
  /** The stop that each point is of: the corners, and after them the places. */
  private readonly stopOf: Int32Array
  /** By stop: where its points begin; those of the next one follow. */
  private readonly begin: Int32Array

  private readonly around: Outwards
  private readonly all: Part
  /** By room: the points in it. */
  private readonly inRoom: (Part | null)[]
  private readonly roomOf: Int32Array

  private readonly eyes: Eyes
  private readonly views: Views

  /** By stop: the shortest way that was found to it, m; its turn may be yet to come. */
  private readonly shortest: Float64Array
  /** By stop: the eye that this way comes by, and the point of the stop that it comes to. */
  private readonly by: Int32Array
  private readonly to: Int32Array
  private readonly isReached: Uint8Array
  private placesLeft: number
  /** All places lie in it. */
  private readonly goal: Bounds

  /** What has its turn, by the way up to there and what is left of it at least, m: stops, after them views and glances in turn. */
  private readonly open = new FlatQueue<number>()
  /** Parts of views that have their turn. */
  private readonly glances: { view: number; part: Part }[] = []

  /** @param longest no way that is asked for is longer, m */
  constructor(
    private readonly ground: Ground,
    places: readonly (readonly Point[])[],
    targets: readonly Point[],
    private readonly longest: number,
  ) {
    const { corners, rooms, gaps, blocks } = ground
    this.points = new Points([
      ...corners.map(({ at }) => at),
      ...gathered(places, (starts) => starts),
    ])
    const stops = corners.length + places.length
    this.begin = new Int32Array(stops + 1)
    for (let stop = 0; stop < stops; stop++) {
      const count = stop < corners.length ? 1 : places[stop - corners.length]!.length
      this.begin[stop + 1] = this.begin[stop]! + count
    }
    this.stopOf = new Int32Array(this.points.all.length)
    for (let stop = 0; stop < stops; stop++)
      this.stopOf.fill(stop, this.begin[stop], this.begin[stop + 1])

    const all = this.points.all.map((_, point) => point)
    const inRooms = [...byRoom(this.points.all, rooms)]
    this.roomOf = new Int32Array(this.points.all.length).fill(gaps.outside)
    for (const [room, inside] of inRooms)
      for (const point of inside)
        if (this.roomOf[point] === gaps.outside) this.roomOf[point] = gaps.placeOf(room)
    const outside = all.filter((point) => this.roomOf[point] === gaps.outside)
    this.around = new Outwards(this.points, [all, outside, ...inRooms.map(([, inside]) => inside)])
    const [whole, open, ...others] = this.around.wholes
    this.all = whole!
    this.inRoom = [...rooms.all.map(() => null), open!]
    inRooms.forEach(([room], i) => {
      this.inRoom[gaps.placeOf(room)] = others[i]!
    })

    this.eyes = new Eyes(corners.length + targets.length, this.points, blocks)
    this.views = new Views(this.eyes, gaps)
    this.shortest = new Float64Array(stops).fill(Infinity)
    this.by = new Int32Array(stops).fill(NONE)
    this.to = new Int32Array(stops)
    this.isReached = new Uint8Array(stops)
    this.placesLeft = places.length
    this.goal = boundsOf(gathered(places, (starts) => starts))

    targets.forEach((at, target) => {
      const eye = this.eyes.add(at, 0, target, NONE, ANYWHERE)
      this.look(this.views.around(eye, gaps.placeOf(rooms.holding(at)[0] ?? null)))
    })
    while (this.open.length > 0 && this.placesLeft > 0) this.take(this.open.pop()!)
  }

  /** @returns null: no way is short enough */
  wayFrom(place: number): Way | null {
    const { by, eyes } = this
    const stop = this.ground.corners.length + place
    const first = by[stop]!
    if (first === NONE) return null
    const points = [this.points.all[this.to[stop]!]!]
    for (let eye = first; eye !== NONE; eye = eyes.next[eye]!)
      points.push({ x: eyes.x[eye]!, y: eyes.y[eye]! })
    return { points, length: this.shortest[stop]!, target: eyes.target[first]! }
  }

  private take(turn: number): void {
    const later = turn - this.isReached.length
    if (later < 0) this.reach(turn)
    else if (later % 2 === 0) this.look(later / 2)
    else {
      const { view, part } = this.glances[(later - 1) / 2]!
      this.search(view, part)
    }
  }

  private putView(view: number, metres: number): void {
    this.open.push(this.isReached.length + 2 * view, metres)
  }

  private putGlance(view: number, part: Part, metres: number): void {
    this.open.push(this.isReached.length + 2 * this.glances.length + 1, metres)
    this.glances.push({ view, part })
  }

  /** At all points in a view, and later through its gaps. */
  private look(view: number): void {
    const { eyes, views } = this
    const { gaps } = this.ground
    const room = views.room[view]!
    const points = room === NONE ? this.all : this.inRoom[room]
    if (points && points.count > 0) this.search(view, points)
    if (room === NONE) return
    const eye = views.eye[view]!
    const length = eyes.length[eye]!
    for (let gap = gaps.begin[room]!; gap < gaps.begin[room + 1]!; gap++) {
      // Known sooner than what is seen through it.
      if (!eyes.isOnInto(eye, gaps.bounds[gap]!)) continue
      const beyond = views.through(view, gap)
      if (beyond === NONE) continue
      const metres = length + views.metres[beyond]! + metresBetween(gaps.bounds[gap]!, this.goal)
      if (metres <= this.longest && eyes.isOnIntoView(views, beyond)) this.putView(beyond, metres)
      else views.takeBack(beyond)
    }
  }

  /** At the points in a part of them. */
  private search(view: number, part: Part): void {
    const { eyes, views } = this
    const eye = views.eye[view]!
    for (const half of part.halves) {
      const there = metresTo(half, eyes.x[eye]!, eyes.y[eye]!)
      const metres = eyes.length[eye]! + there + metresBetween(half, this.goal)
      if (half.count === 0 || metres > this.longest) continue
      if (eyes.isOnInto(eye, half) && views.isTowardSomeOf(view, half))
        this.putGlance(view, half, metres)
    }
    const { around, goal, points, shortest, stopOf, longest } = this
    const x = eyes.x[eye]!
    const y = eyes.y[eye]!
    const length = eyes.length[eye]!
    for (let i = part.from; i < part.to; i++) {
      const point = around.listed[i]!
      const dx = around.x[i]! - x
      const dy = around.y[i]! - y
      const whole = length + Math.sqrt(dx * dx + dy * dy)
      const stop = stopOf[point]!
      if (whole >= shortest[stop]! || whole > longest || !views.isToward(view, dx, dy)) continue
      // A place may lie so near to a corner that its way bends the other way round it.
      const isCorner = point < this.ground.corners.length
      if ((isCorner && !eyes.isOn(eye, point)) || !eyes.sees(eye, point)) continue
      shortest[stop] = whole
      this.by[stop] = eye
      this.to[stop] = point
      this.open.push(stop, whole + metresTo(goal, points.x[point]!, points.y[point]!))
    }
  }

  private reach(stop: number): void {
    const { eyes } = this
    if (this.isReached[stop]) return
    this.isReached[stop] = 1
    for (let point = this.begin[stop]!; point < this.begin[stop + 1]!; point++)
      this.around.leaveOut(point)
    const corner = this.ground.corners[stop]
    if (!corner) {
      this.placesLeft--
      return
    }
    const by = this.by[stop]!
    const bend = bendRound(corner, { x: eyes.x[by]!, y: eyes.y[by]! })
    if (!bend) return
    const eye = eyes.add(corner.at, this.shortest[stop]!, eyes.target[by]!, by, bend)
    this.look(this.views.around(eye, this.roomOf[stop]!))
  }
}
