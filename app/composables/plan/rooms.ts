import type { AirSpace } from '#core/job/job'
import type { RoomMeasured } from '#shared/plan/rooms'
import { planRoutes } from '#shared/plan/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** What the published plan measures of the room that a station stands in. */
export interface MeasuredRoom extends RoomMeasured {
  plan: number
}

export function usePlanRooms() {
  const { data, load } = useLoad(() => call(planRoutes.planRooms, {}))
  onMounted(load)
  const roomOf = (station: string | null | undefined): MeasuredRoom | null => {
    const room = data.value?.rooms.find(({ stationId }) => stationId === station)
    return room ? { ...room, plan: data.value!.plan! } : null
  }
  return { roomOf }
}

/** Whether the air of a place carries the figures that the plan of today says. */
export const isAsMeasured = (air: AirSpace, room: MeasuredRoom): boolean =>
  air.measuredOn?.room === room.room && air.volume === room.volume && air.ceiling === room.ceiling
