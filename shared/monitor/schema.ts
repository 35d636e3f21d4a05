import { z } from 'zod'
import { SUBSTANCES } from '#core/exposure/terms'
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
/** Readings of one monitor, in any order; a moment that came before is not counted again. */
export const readingsBody = z.strictObject({
  readings: z
    .array(
      z.strictObject({
        substance: z.enum(SUBSTANCES, 'Not a substance that is known here.'),
        at: z.iso.datetime({
          offset: true,
          message: 'A moment with its zone, like 2026-03-05T14:07:00Z.',
        }),
        value: notNegative(1_000_000),
      }),
    )
    .min(1, 'At least one reading.')
    .max(2000, 'At most 2,000 at once.'),
})
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
