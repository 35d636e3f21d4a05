import { z } from 'zod'

const graceDays = z.number().int().min(0).max(90).optional()

/** How a shop handles its inspections: when it is shut, how long a due look may wait, who looks again after a repair. */
export const inspectionCustoms = z.strictObject({
  closed: z.strictObject({
    /** 0 Sunday to 6 Saturday. */
    weekdays: z.array(z.number().int().min(0).max(6)).max(6, 'One weekday stays open.'),
    days: z.array(z.iso.date('Enter a day.')).max(200, 'At most 200 days.'),
  }),
  /** Days, by look. */
  grace: z.strictObject({
    weekly: graceDays,
    monthly: graceDays,
    quarterly: graceDays,
    yearly: graceDays,
  }),
  recheckByAnother: z.boolean(),
})
export type InspectionCustoms = z.output<typeof inspectionCustoms>

export const USUAL_INSPECTION: InspectionCustoms = {
  closed: { weekdays: [], days: [] },
  grace: {},
  recheckByAnother: false,
}
