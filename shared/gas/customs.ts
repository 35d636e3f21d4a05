import { z } from 'zod'
import { DRAW_SCHOOLS, STANDING_RULES } from '#core/gas/acetylene'
import {
  LIGHTING_ORDERS,
  SHUTTING_ORDERS,
  STRIP_HABITS,
  USUAL_CUSTOMS,
} from '#core/gas/set/customs'

/** How a site handles its gas: the habits of which the trade has more than one, and how long a delivery takes. */
export const gasCustomsSchema = z.strictObject({
  drawSchool: z.enum(DRAW_SCHOOLS),
  standingRule: z.enum(STANDING_RULES),
  lightingOrder: z.enum(LIGHTING_ORDERS),
  shuttingOrder: z.enum(SHUTTING_ORDERS),
  stripHabit: z.enum(STRIP_HABITS),
  /** Days from an order to its delivery; null: not told. */
  deliveryDays: z
    .number('Enter days.')
    .int('Whole days.')
    .min(0, 'Not negative.')
    .max(90, 'At most 90 days.')
    .nullable(),
})
export type SiteGas = z.output<typeof gasCustomsSchema>
export const USUAL_GAS: SiteGas = { ...USUAL_CUSTOMS, deliveryDays: null }
