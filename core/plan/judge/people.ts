import { byRoom } from '../by-room'
import type { Enclosure, Enclosures } from '../enclosure'
import { gathered } from '../gathered'
import { boundsOf, doMeet, grown, nearOf, type Bounds, type Near } from '../near'
import type { Point, Thing } from '../plan'
import { apart, cornersOf, middleOf, pointAt, segmentsOf, type Segment } from '../shape'
import type { View } from '../view'
import { figureOf } from '../walls'

/** Along a walkway people are looked for every so many metres. */
const STRIDE = 0.2

/** Where somebody may stand at a desk or on a walkway. */
export function peopleAt({ shape, facts }: Thing): Point[] {
  if (shape.type !== 'line') return [middleOf(shape), ...cornersOf(shape)]
  const half = (figureOf(facts.width) ?? 1) / 2
  return gathered(segmentsOf(shape), (segment) => alongBothSides(segment, half))
}

function alongBothSides(segment: Segment, half: number): Point[] {
  const length = apart(...segment)
  if (length === 0) return [segment[0]]
  const [a, b] = segment
  const off = { x: (-(b.y - a.y) / length) * half, y: ((b.x - a.x) / length) * half }
  const steps = Math.ceil(length / STRIDE)
  const people: Point[] = []
  for (let i = 0; i <= steps; i++) {
    const { x, y } = pointAt(segment, i / steps)
    people.push({ x: x + off.x, y: y + off.y }, { x: x - off.x, y: y - off.y })
  }
  return people
}

/** Somebody at a place. */
export interface Person {
  at: Point
  place: Thing
}

/** Of a long walkway few are near; so many stand together. */
const TOGETHER = 25

/** Some at one place who stand together. */
type Group = readonly Person[]

function inGroups(people: readonly Person[]): Group[] {
  const groups: Person[][] = []
  for (const person of people) {
    const last = groups.at(-1)
    if (last && last.length < TOGETHER && last[0]!.place === person.place) last.push(person)
    else groups.push([person])
  }
  return groups
}

const groupsNear = (people: readonly Person[]): Near<Group> =>
  nearOf(inGroups(people), (group) => boundsOf(group.map(({ at }) => at)))

/** Everybody who may be at some places, by where they stand and by the rooms that hold them. */
export class People {
  readonly near: Near<Group>
  private readonly inRoom: ReadonlyMap<Enclosure, Near<Group>>

  constructor(places: readonly Thing[], rooms: Enclosures) {
    const all = gathered(places, (place) => peopleAt(place).map((at): Person => ({ at, place })))
    const points = all.map(({ at }) => at)
    this.near = groupsNear(all)
    this.inRoom = new Map(
      [...byRoom(points, rooms)].map(([room, those]) => [
        room,
        groupsNear(those.map((one) => all[one]!)),
      ]),
    )
  }

  /** Those in a room who are near. @param room null: whoever is, in a room or not */
  nearIn(room: Enclosure | null): Near<Group> {
    return room ? (this.inRoom.get(room) ?? NOBODY) : this.near
  }
}
const NOBODY: Near<Group> = () => []

/** Those of some people who are near enough to some points. */
export class Crowd {
  private readonly inRoom = new Map<Enclosure | null, readonly Person[]>()
  private readonly bounds: Bounds

  constructor(
    private readonly people: People,
    private readonly from: readonly Point[],
    private readonly within: number,
  ) {
    this.bounds = grown(boundsOf(from), within)
  }

  /** The places that any of them is at. */
  places(): Thing[] {
    const found = new Set<Thing>()
    for (const group of this.people.near(this.from, this.within)) {
      const { place } = group[0]!
      if (!found.has(place) && group.some((one) => this.isNear(one))) found.add(place)
    }
    return [...found]
  }

  /** Those whom a view may show, here or beyond; somebody may be told twice. @param shown a list that they are put in */
  shownBy(view: View, shown: Person[] = []): Person[] {
    for (const person of this.insideOf(view.room)) if (view.isToward(person.at)) shown.push(person)
    for (const beyond of view.beyond)
      if (doMeet(beyond.gap!.bounds, this.bounds)) this.shownBy(beyond, shown)
    return shown
  }

  private insideOf(room: Enclosure | null): readonly Person[] {
    const known = this.inRoom.get(room)
    if (known) return known
    const groups = this.people.nearIn(room)(this.from, this.within)
    const found: Person[] = []
    for (const group of groups) for (const one of group) if (this.isNear(one)) found.push(one)
    this.inRoom.set(room, found)
    return found
  }

  private isNear({ at }: Person): boolean {
    for (const point of this.from) if (apart(point, at) <= this.within) return true
    return false
  }
}
