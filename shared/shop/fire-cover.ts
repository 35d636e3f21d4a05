import { z } from 'zod'
import { findingSchema } from '#shared/finding/schema'

/** Whether a station has the extinguishers that it needs. */
export const fireCoverSchema = z.object({
  stationId: z.uuid(),
  findings: z.array(findingSchema),
})
export type FireCover = z.infer<typeof fireCoverSchema>
