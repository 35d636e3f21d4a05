import { z } from 'zod'
import { SUBSTANCES } from '#core/exposure/terms'
import { SPOT_SPAN } from '#core/firewatch/spot'
import { SYMPTOMS } from '#core/monitor/symptoms'
import { notNegative } from '#shared/api/fields'

export const deviceBody = z.strictObject({
  name: z.string().trim().min(1, 'Name the monitor.').max(100),
  stationId: z.uuid('Choose a station.'),
})
export const deviceSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  stationId: z.uuid(),
  station: z.string(),
  lastAt: z.iso.datetime().nullable(),
  revoked: z.boolean(),
})
export type Device = z.infer<typeof deviceSchema>
const moment = z.iso.datetime({
  offset: true,
  message: 'A moment with its zone, like 2026-03-05T14:07:00Z.',
})
/** Of a thermal camera, K. */
export const kelvin = z
  .number('Enter a number.')
  .min(SPOT_SPAN.least, 'From -40 to 1,000 °C.')
  .max(SPOT_SPAN.most, 'From -40 to 1,000 °C.')
/** Readings of one monitor, in any order; a moment that came before is not counted again. */
export const readingsBody = z
  .strictObject({
    readings: z
      .array(
        z.strictObject({
          substance: z.enum(SUBSTANCES, 'Not a substance that is known here.'),
          at: moment,
          value: notNegative(1_000_000),
        }),
      )
      .max(2000, 'At most 2,000 at once.')
      .default([]),
    spots: z
      .array(z.strictObject({ at: moment, kelvin }))
      .max(500, 'At most 500 at once.')
      .default([]),
  })
  .refine(({ readings, spots }) => readings.length + spots.length > 0, {
    path: ['readings'],
    message: 'At least one reading.',
  })
export const spotSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  at: z.iso.datetime(),
  kelvin: z.number(),
})
export type Spot = z.infer<typeof spotSchema>
export const ingestSchema = z.object({
  kept: z.number(),
  known: z.number(),
  alarm: z.boolean(),
})
export const alarmBody = z.strictObject({
  id: z.uuid(),
  kind: z.enum(['ill', 'bad_air']),
  stationId: z.uuid().nullable().default(null),
  jobId: z.uuid().nullable().default(null),
  symptoms: z.array(z.enum(SYMPTOMS)).max(SYMPTOMS.length).default([]),
  note: z.string().trim().max(500).default(''),
})
export const alarmDetailBody = z.strictObject({
  symptoms: z.array(z.enum(SYMPTOMS)).max(SYMPTOMS.length),
  note: z.string().trim().max(500).default(''),
})
export const clearBody = z.strictObject({
  note: z.string().trim().min(3, 'Say what was found and done.').max(500),
})
export const alarmSchema = z.object({
  id: z.uuid(),
  kind: z.enum(['ill', 'bad_air', 'monitor']),
  placeName: z.string(),
  stationId: z.uuid().nullable(),
  jobId: z.uuid().nullable(),
  symptoms: z.array(z.enum(SYMPTOMS)),
  note: z.string(),
  by: z.string(),
  at: z.iso.datetime(),
  clearedAt: z.iso.datetime().nullable(),
  clearedBy: z.string().nullable(),
  clearedNote: z.string(),
})
export type AirAlarm = z.infer<typeof alarmSchema>
