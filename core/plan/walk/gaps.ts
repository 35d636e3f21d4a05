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
    this.rightX = Float64Array.from(gaps, ({ ends: [right] }) => right.x)
    this.rightY = Float64Array.from(gaps, ({ ends: [right] }) => right.y)
    this.leftX = Float64Array.from(gaps, ({ ends: [, left] }) => left.x)
    this.leftY = Float64Array.from(gaps, ({ ends: [, left] }) => left.y)
    this.bounds = gaps.map(({ bounds }) => bounds)
    this.beyond = Int32Array.from(gaps, ({ beyond }) => this.placeOf(beyond))
  }

  /** The place of a room in the list of them. */
  placeOf(room: Enclosure | null): number {
    return room ? this.places.get(room)! : NONE
  }
}
