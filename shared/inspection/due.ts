import { z } from 'zod'
import { GEAR_KINDS } from '#core/inspection/kind'
import { OCCASIONS } from '#core/inspection/occasion'

/** A look that is due. */
export const dueLook = z.object({
  id: z.uuid(),
  kind: z.enum(GEAR_KINDS),
  kindName: z.string(),
  label: z.string(),
  stationId: z.uuid().nullable(),
  station: z.string().nullable(),
  occasion: z.enum(OCCASIONS),
  everyDays: z.number(),
  /** Null: never looked at. */
  dueOn: z.string().nullable(),
})
export type DueLook = z.infer<typeof dueLook>
