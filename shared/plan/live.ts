import { z } from 'zod'
import { LEVELS } from '#core/finding/finding'
import { PROCESSES } from '#core/job/job'
import { GEAR_KINDS } from '#core/inspection/kind'
import { SUBSTANCES } from '#core/exposure/terms'
import { runningWatchSchema } from '#shared/shop/schema'

const level = z.enum(LEVELS).nullable()

/** A station as it is now. */
const stationNowSchema = z.object({
  stationId: z.uuid(),
  name: z.string(),
  /** Of everything that is said here; null: nothing is. */
  level,
  /** What the worst of it says. */
  says: z.string().nullable(),
  /** Who is assigned here today and not away, and what they weld. */
  people: z.array(
    z.object({
      sessionId: z.uuid(),
      personId: z.uuid(),
      name: z.string(),
      process: z.enum(PROCESSES).nullable(),
      amps: z.number().nullable(),
      level,
    }),
  ),
  locked: z.array(
    z.object({ id: z.uuid(), kind: z.enum(GEAR_KINDS), label: z.string(), reason: z.string() }),
  ),
  /** Looks due today. */
  due: z.number(),
  /** Of its hood by its last survey; null: none on file. */
  hood: level,
  /** The substance nearest to its limit, with the last hour of it. */
  monitor: z
    .object({
      substance: z.enum(SUBSTANCES),
      value: z.number(),
      at: z.iso.datetime(),
      level,
      trace: z.array(z.number()),
    })
    .nullable(),
  permits: z.array(runningWatchSchema),
  alarms: z.number(),
})
export type StationNow = z.infer<typeof stationNowSchema>

export const planNowSchema = z.object({
  now: z.iso.datetime(),
  factor: z.number(),
  stations: z.array(stationNowSchema),
  /** Permits that run away from any station. */
  elsewhere: z.array(runningWatchSchema),
  /** Pieces of gear that are locked out, and those that are due today. */
  locked: z.array(z.uuid()),
  due: z.array(z.uuid()),
})
export type PlanNow = z.infer<typeof planNowSchema>
