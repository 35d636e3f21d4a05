import { byRoom } from '../by-room'
import { gathered } from '../gathered'
import { nearOf, type Bounds, type Near } from '../near'
import type { Point, Thing } from '../plan'
import { apart, cornersOf, middleOf, pointAt, segmentsOf, type Segment } from '../shape'
import type { Sight } from '../sight/sight'
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

/** Of a long walkway few are near; so many stand together. */
const TOGETHER = 16

/** Some at one place who stand together in one room: those from one number to before another. */
export interface Group {
  from: number
  to: number
  room: number
  place: number
  bounds: Bounds
}

/**
 * Everybody who may be at some places, in flat lists: room by room, and last whoever is in none.
 * Who stands in several rooms is told in each of them.
 */
export class People {
  readonly x: Float64Array
  readonly y: Float64Array
  readonly groupsNear: Near<Group>

  constructor(places: readonly Thing[], { rooms, gaps }: Sight) {
    const points: Point[] = []
    const placeOf: number[] = []
    places.forEach((thing, place) => {
      for (const person of peopleAt(thing)) {
        points.push(person)
        placeOf.push(place)
      }
    })
    const isInside = new Uint8Array(points.length)
    const order: number[] = []
    const groups: Group[] = []
    const put = (person: number, room: number): void => {
      const { x, y } = points[person]!
      const place = placeOf[person]!
      const last = groups.at(-1)
      const from = order.push(person) - 1
      if (last?.room === room && last.place === place && from - last.from < TOGETHER) {
        last.to = from + 1
        widen(last.bounds, x, y)
      } else {
        const bounds = { minX: x, minY: y, maxX: x, maxY: y }
        groups.push({ from, to: from + 1, room, place, bounds })
      }
    }
    for (const [room, those] of byRoom(points, rooms))
      for (const person of those) {
        isInside[person] = 1
        put(person, gaps.placeOf(room))
      }
    for (let person = 0; person < points.length; person++)
      if (!isInside[person]) put(person, gaps.outside)
    this.x = new Float64Array(order.length)
    this.y = new Float64Array(order.length)
    order.forEach((one, person) => {
      this.x[person] = points[one]!.x
      this.y[person] = points[one]!.y
    })
    this.groupsNear = nearOf(groups, ({ bounds }) => bounds)
  }
}

function widen(bounds: Bounds, x: number, y: number): void {
  bounds.minX = Math.min(bounds.minX, x)
  bounds.minY = Math.min(bounds.minY, y)
  bounds.maxX = Math.max(bounds.maxX, x)
  bounds.maxY = Math.max(bounds.maxY, y)
}
