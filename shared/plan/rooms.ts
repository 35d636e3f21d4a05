import { z } from 'zod'

const roomOfStation = z.object({
  stationId: z.uuid(),
  room: z.string(),
  /** m3, m; null: its height is not told. */
  volume: z.number().nullable(),
  ceiling: z.number().nullable(),
  welders: z.number(),
  openings: z.number(),
})
/** What the published plan measures of the rooms that stations stand in. */
export const planRoomsSchema = z.object({
  /** null: none is published. */
  plan: z.number().nullable(),
  rooms: z.array(roomOfStation),
})
export type PlanRooms = z.infer<typeof planRoomsSchema>
export type RoomMeasured = PlanRooms['rooms'][number]
