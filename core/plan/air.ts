import { measureRoom } from './judge/room'
import type { Plan, Thing } from './plan'
import { contains, middleOf, segmentsOf } from './shape'
import { stretchOf } from './walls'

/** The room of a station as the plan has it. Volume m3 and ceiling m; null: its height is not told. */
export interface RoomOfStation {
  room: string
  volume: number | null
  ceiling: number | null
  /** Stations in the room. */
  welders: number
  /** Doors, windows and hatches in its walls. */
  openings: number
}

/** By station on record, the room that it is drawn in; a station that stands in none is left out. */
export function roomsOfStations(plan: Plan): Map<string, RoomOfStation> {
  const stations = plan.things.filter(({ kind, of }) => kind === 'station' && of !== null)
  const openings = plan.things.filter(({ kind }) => ['door', 'window', 'hatch'].includes(kind))
  const found = new Map<string, RoomOfStation>()
  for (const room of plan.things.filter(({ kind }) => kind === 'room')) {
    const inside = stations.filter(
      ({ floor, shape }) => floor === room.floor && contains(room.shape, middleOf(shape)),
    )
    if (inside.length === 0) continue
    const { volume, height, stations: welders } = measureRoom(plan, room)
    const measured: RoomOfStation = {
      room: room.name,
      volume,
      ceiling: height,
      welders: welders.length,
      openings: openings.filter((one) => one.floor === room.floor && liesIn(one, room)).length,
    }
    for (const { of } of inside) found.set(of!, measured)
  }
  return found
}

/** Whether an opening lies in the walls of a room. */
const liesIn = (opening: Thing, room: Thing): boolean =>
  segmentsOf(opening.shape).some((piece) =>
    segmentsOf(room.shape).some((wall) => stretchOf(wall, piece) !== null),
  )
