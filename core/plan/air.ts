import { standingIn } from './inside'
import { measureRoom } from './judge/room'
import type { Plan, Thing } from './plan'
import { segmentsOf } from './shape'
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
  const stationsIn = standingIn(plan.things.filter(({ kind }) => kind === 'station'))
  const openings = plan.things.filter(({ kind }) => ['door', 'window', 'hatch'].includes(kind))
  const found = new Map<string, RoomOfStation>()
  for (const room of plan.things.filter(({ kind }) => kind === 'room')) {
    const welders = stationsIn(room)
    const onRecord = welders.filter(({ of }) => of !== null)
    if (onRecord.length === 0) continue
    const { volume, height } = measureRoom(room, welders)
    const measured: RoomOfStation = {
      room: room.name,
      volume,
      ceiling: height,
      welders: welders.length,
      openings: openings.filter((one) => one.floor === room.floor && liesIn(one, room)).length,
    }
    for (const { of } of onRecord) found.set(of!, measured)
  }
  return found
}

/** Whether an opening lies in the walls of a room. */
const liesIn = (opening: Thing, room: Thing): boolean =>
  segmentsOf(opening.shape).some((piece) =>
    segmentsOf(room.shape).some((wall) => stretchOf(wall, piece) !== null),
  )
