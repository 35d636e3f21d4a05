import type { Enclosure, Enclosures, Gap } from '../enclosure'
import { gathered } from '../gathered'
import type { Bounds } from '../near'

/** No room, no gap. */
export const NONE = -1

/** With more gaps than this into the open it is not told apart: each look from there would ask for all of them. */
const MOST_OUTER = 200

/**
 * The gaps of all rooms of a floor in flat lists, those of a room one after the other.
 * After the rooms comes the open, which no room encloses: its gaps lead into those. What an eye that stands there sees
 * comes by them; by a gap that leads out of a room anything may be seen.
 */
export class Gaps {
  /** By room: where its gaps begin; those of the next one follow. */
  readonly begin: Int32Array
  /** The place of the open among the rooms; none: it is not told apart from what is not known. */
  readonly outside: number
  /** As seen from within the room, m. */
  readonly rightX: Float64Array
  readonly rightY: Float64Array
  readonly leftX: Float64Array
  readonly leftY: Float64Array
  readonly bounds: readonly Bounds[]
  /** The room on the other side; none: there is none, or it is not known. */
  readonly beyond: Int32Array
  private readonly places: ReadonlyMap<Enclosure, number>

  constructor({ all }: Enclosures) {
    this.places = new Map(all.map((room, place) => [room, place]))
    const ofRooms = gathered(all, (room) => room.gaps)
    const outer = gathered(all, inwards)
    this.outside = outer.length <= MOST_OUTER ? all.length : NONE
    const gaps = this.outside === NONE ? ofRooms : [...ofRooms, ...outer]
    this.begin = new Int32Array(all.length + 2)
    all.forEach((room, place) => {
      this.begin[place + 1] = this.begin[place]! + room.gaps.length
    })
    this.begin[all.length + 1] = gaps.length
    this.rightX = new Float64Array(gaps.length)
    this.rightY = new Float64Array(gaps.length)
    this.leftX = new Float64Array(gaps.length)
    this.leftY = new Float64Array(gaps.length)
    this.beyond = new Int32Array(gaps.length)
    gaps.forEach(({ ends: [right, left], beyond }, gap) => {
      this.rightX[gap] = right.x
      this.rightY[gap] = right.y
      this.leftX[gap] = left.x
      this.leftY[gap] = left.y
      this.beyond[gap] = beyond ? this.placeOf(beyond) : NONE
    })
    this.bounds = gaps.map(({ bounds }) => bounds)
  }

  /** The place of a room in the list of them; null: of the open. */
  placeOf(room: Enclosure | null): number {
    return room ? this.places.get(room)! : this.outside
  }
}

/** Those gaps of a room that may lead out of doors, as seen from there. */
function inwards(room: Enclosure): Gap[] {
  const outer = room.gaps.filter(({ beyond }) => beyond === null)
  return outer.map(({ ends: [right, left], bounds }) => ({
    ends: [left, right],
    bounds,
    beyond: room,
  }))
}
