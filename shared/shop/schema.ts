import { z } from 'zod'
import { reachText, SWEEP_RADIUS } from '#core/firewatch/rules.table'
import { FIRE_CLASSES } from '#core/inspection/fire-class'
import { GEAR_KINDS } from '#core/inspection/kind'
import { OCCASIONS } from '#core/inspection/occasion'
import { ruleSetsSchema } from '#shared/permit/rule-sets'
import { UNIT_SYSTEMS } from '#shared/units/systems'
import { version } from '#shared/api/fields'
import { gasCustomsSchema } from '#shared/gas/customs'
import { inspectionCustoms } from '#shared/inspection/customs'
import { airSchema } from '#shared/job/schema'
import { siteRules } from '#shared/eyes/schema'
import { name, timeZone } from '#shared/sign-in/schema'

export const siteBody = z.strictObject({
  name,
  timeZone,
  units: z.enum(UNIT_SYSTEMS),
  shiftHours: z.number().min(1).max(24),
  ruleSets: ruleSetsSchema,
  houseMinutes: z.number().int().min(30, 'At least 30 minutes.').max(480).nullable(),
  /** Minutes of rounds after the watch; null: only what the rules ask for. */
  houseMonitoring: z.number().int().min(30, 'At least 30 minutes.').max(1440).nullable(),
  /** How far the sweep reaches, m; null: only what the rules ask for. */
  houseReach: z
    .number()
    .min(SWEEP_RADIUS, `At least ${reachText(SWEEP_RADIUS)}.`)
    .max(100, 'At most 100 m (328 ft).')
    .nullable(),
  /** Safety leads sign in with a second factor. */
  leadFactor: z.boolean(),
  /** Nobody uses a cylinder past its test date. */
  stopsUntested: z.boolean(),
  gas: gasCustomsSchema,
  inspection: inspectionCustoms,
  ...siteRules,
  version,
})
export const stationBody = z.strictObject({
  name: z.string().trim().min(1, 'Name the station.').max(100),
  designated: z.boolean(),
  air: airSchema,
  /** What can burn here; null: nobody told. */
  burns: z
    .array(z.enum(FIRE_CLASSES))
    .min(1, 'Where there is an arc, something live can burn.')
    .max(FIRE_CLASSES.length)
    .refine((all) => new Set(all).size === all.length, 'It stands there twice.')
    .nullable()
    .default(null),
  version,
})
const stationSchema = stationBody.extend({
  id: z.uuid(),
  code: z.string(),
  version: z.number(),
})
export type Station = z.infer<typeof stationSchema>
/** A station with whether hot work there needs a permit, by the shop and its plan. */
export const placedStationSchema = stationSchema.extend({
  hotWork: z.object({ isDesignated: z.boolean(), because: z.string() }),
})
export type PlacedStation = z.infer<typeof placedStationSchema>
export type StationBody = z.infer<typeof stationBody>

export const runningWatchSchema = z.object({
  id: z.uuid(),
  number: z.number(),
  place: z.string(),
  state: z.string(),
  endsAt: z.iso.datetime().nullable(),
  nextRoundAt: z.iso.datetime().nullable(),
  validTo: z.iso.datetime(),
  fireWatch: z.string().nullable(),
  /** Whoever asks keeps watch at it, or works there. */
  mine: z.boolean(),
  begun: z.boolean(),
  /** How far its sweep reaches, m. */
  reach: z.number(),
  /** Of its job; null: away from any. */
  stationId: z.uuid().nullable(),
})
export const shiftSchema = z.object({
  now: z.iso.datetime(),
  factor: z.number(),
  running: z.array(runningWatchSchema),
  locked: z.array(
    z.object({
      id: z.uuid(),
      kind: z.enum(GEAR_KINDS),
      label: z.string(),
      reason: z.string(),
    }),
  ),
  due: z.array(
    z.object({
      id: z.uuid(),
      kind: z.enum(GEAR_KINDS),
      label: z.string(),
      occasion: z.enum(OCCASIONS),
      everyDays: z.number(),
      /** Null: never looked at. */
      dueOn: z.string().nullable(),
    }),
  ),
  dueCount: z.number(),
  /** Fit tests and clearances that have run out or soon will. */
  expiring: z.array(
    z.object({
      personId: z.uuid(),
      name: z.string(),
      what: z.enum(['fit_test', 'respirator']),
      on: z.string(),
    }),
  ),
  /** Today's sessions. */
  sessions: z.array(z.object({ id: z.uuid(), title: z.string(), people: z.number() })),
  /** Someone felt ill, the air was bad, or a monitor went over a limit; open until cleared. */
  alarms: z.array(
    z.object({
      id: z.uuid(),
      kind: z.enum(['ill', 'bad_air', 'monitor']),
      placeName: z.string(),
      stationId: z.uuid().nullable(),
      jobId: z.uuid().nullable(),
      at: z.iso.datetime(),
    }),
  ),
  reorder: z.number(),
})
export type Shift = z.infer<typeof shiftSchema>
