import { z } from 'zod'
import { STAFF, contract } from '#shared/api/contract'
import { document } from '#shared/api/replies'

const rentedSchema = z.object({
  id: z.uuid(),
  label: z.string(),
  gas: z.string(),
  supplier: z.string(),
  place: z.string().nullable(),
  arrivedOn: z.iso.date().nullable(),
  dailyRate: z.number().nullable(),
  days: z.number().nullable(),
  cost: z.number().nullable(),
  /** Days since it was last moved. */
  idle: z.number().nullable(),
})
const rentSchema = z.object({
  today: z.iso.date(),
  /** Longest idle first. */
  rows: z.array(rentedSchema),
  suppliers: z.array(
    z.object({
      supplier: z.string(),
      cylinders: z.number(),
      /** What is known of it so far; `untold` cylinders are not in it. */
      cost: z.number(),
      untold: z.number(),
    }),
  ),
  /** More than are shown. */
  more: z.boolean(),
})
export type RentList = z.infer<typeof rentSchema>

const noteQuery = z.strictObject({
  day: z.iso.date('A day like 2026-03-31.'),
  paper: z.enum(['A4', 'LETTER']).default('A4'),
})

export const rentRoutes = {
  rent: contract({
    id: 'rent',
    method: 'GET',
    path: '/cylinders/rent',
    summary: 'Rented cylinders with days and cost, those that stand idle longest first.',
    roles: STAFF,
    response: rentSchema,
  }),
  returnNote: contract({
    id: 'returnNote',
    method: 'GET',
    path: '/cylinders/return-note.pdf',
    summary: 'What went back to suppliers on a day, as PDF to sign.',
    roles: STAFF,
    query: noteQuery,
    response: document,
    produces: 'application/pdf',
  }),
  returnNoteCsv: contract({
    id: 'returnNoteCsv',
    method: 'GET',
    path: '/cylinders/return-note.csv',
    summary: 'What went back to suppliers on a day, as CSV.',
    roles: STAFF,
    query: noteQuery.omit({ paper: true }),
    response: document,
    produces: 'text/csv',
  }),
}
