import type { Enclosure, Enclosures } from '../enclosure'
import { gathered } from '../gathered'
import type { Bounds } from '../near'

/** No room, no gap. */
export const NONE = -1

/** The gaps of all rooms of a floor in flat lists, those of a room one after the other. */
export class Gaps {
  /** By room: where its gaps begin; those of the next one follow. */
  readonly begin: Int32Array
  /** As seen from within the room, m. */
  readonly rightX: Float64Array
  readonly rightY: Float64Array
  readonly leftX: Float64Array
  readonly leftY: Float64Array
  readonly bounds: readonly Bounds[]
  /** The room on the other side, or none. */
  readonly beyond: Int32Array
  private readonly places: ReadonlyMap<Enclosure, number>

  constructor({ all }: Enclosures) {
    this.places = new Map(all.map((room, place) => [room, place]))
    const gaps = gathered(all, (room) => room.gaps)
    this.begin = new Int32Array(all.length + 1)
    all.forEach((room, place) => {
      this.begin[place + 1] = this.begin[place]! + room.gaps.length
    })
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
      this.beyond[gap] = this.placeOf(beyond)
    })
    this.bounds = gaps.map(({ bounds }) => bounds)
  }

  /** The place of a room in the list of them. */
  placeOf(room: Enclosure | null): number {
    return room ? this.places.get(room)! : NONE
  }
}
