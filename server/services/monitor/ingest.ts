import { randomUUID } from 'node:crypto'
import { formatDistanceStrict } from 'date-fns'
import type { z } from 'zod'
import type { LimitSet, Substance } from '#core/exposure/terms'
import { judgeArrived } from '#core/monitor/readings'
import {
  findDevice,
  insertAlarm,
  listDevices,
  putReadings,
  readingsBetween,
} from '#server/db/monitor'
import { inOrganisation, outside, type Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { getClock } from '#server/clock'
import { appendAudit } from '#server/db/audit'
import { AppError, fieldError } from '#server/errors'
import type { ingestSchema, readingsBody } from '#shared/monitor/schema'
import { hashToken } from '../sign-in/token'
import { stopWork } from './alarm'

const EIGHT_HOURS = 8 * 3_600_000
/** Readings older than this when they arrive are said to be. */
const LATE = 10 * 60_000
type Arrived = NonNullable<ReturnType<typeof judgeArrived>>
/** A clock that runs ahead by more than this is wrong. */
const AHEAD = 2 * 60_000
const OLDEST = 31 * 24 * 3_600_000

/** Take in readings of a monitor. Sent again or out of order they count once; each that is new is judged at its own moment, and over a limit it raises an alarm, once until it is cleared. */
export async function ingest(
  token: string | null,
  body: z.output<typeof readingsBody>,
): Promise<z.input<typeof ingestSchema>> {
  const device = token ? await outside((db) => findDevice(db, hashToken(token))) : null
  if (!device)
    throw new AppError(401, 'bad_token', 'The token of this monitor is not valid, or was revoked.')
  const clock = await getClock()
  const now = clock.now()
  body.readings.forEach((reading, i) => {
    const at = Date.parse(reading.at)
    if (at > now.getTime() + AHEAD)
      throw fieldError(
        `readings.${i}.at`,
        'This moment has not come yet: set the clock of the monitor.',
      )
    if (at < now.getTime() - OLDEST) throw fieldError(`readings.${i}.at`, 'Older than 31 days.')
  })
  return inOrganisation(device.organisation_id, async (db) => {
    const { kept, contradicted } = await putReadings(
      db,
      device.organisation_id,
      device.device_id,
      body.readings,
      now,
    )
    const site = await findSite(db, device.site_id)
    const own = (await listDevices(db, device.site_id, device.station_id)).find(
      (entry) => entry.id === device.device_id,
    )!
    const over = await worstOf(db, device.device_id, kept, site.limit_sets)
    if (over) {
      const says = saidAt(over, now)
      const raised = await insertAlarm(db, {
        id: randomUUID(),
        organisation: device.organisation_id,
        site: device.site_id,
        station: device.station_id,
        job: null,
        device: device.device_id,
        kind: 'monitor',
        symptoms: [],
        note: says,
        person: null,
        at: now,
        rehearsal: clock.factor !== 1,
      })
      if (raised) {
        await stopWork(
          db,
          {
            organisation: device.organisation_id,
            now,
            person: null,
            name: own.name,
            rehearsal: clock.factor !== 1,
          },
          null,
          device.station_id,
          says,
        )
        await appendAudit(db, {
          organisation: device.organisation_id,
          at: now,
          person: null,
          action: 'air_alarm',
          subject: 'station',
          subjectId: device.station_id,
          details: { device: own.name, says },
          rehearsal: clock.factor !== 1,
        })
      }
    }
    return {
      kept: kept.length,
      known: body.readings.length - kept.length,
      contradicted,
      alarm:
        over !== null ||
        (kept.length < body.readings.length &&
          (await wasOver(db, device.device_id, body, site.limit_sets))),
    }
  })
}

/** Sent again, readings that are over get the answer that they had; an alarm they raise only once. */
async function wasOver(
  db: Db,
  device: string,
  { readings }: z.output<typeof readingsBody>,
  adopted: readonly LimitSet[],
): Promise<boolean> {
  const sent = readings.map(({ substance, at }) => ({ substance, at: new Date(at) }))
  return (await worstOf(db, device, sent, adopted)) !== null
}

/** The first stop among readings that have just arrived, each judged at its own moment. */
async function worstOf(
  db: Db,
  device: string,
  arrived: readonly { substance: Substance; at: Date }[],
  adopted: readonly LimitSet[],
): Promise<Arrived | null> {
  if (arrived.length === 0) return null
  const moments = arrived.map(({ at }) => at.getTime())
  const readings = await readingsBetween(
    db,
    device,
    new Date(moments.reduce((a, b) => Math.min(a, b)) - EIGHT_HOURS),
    new Date(moments.reduce((a, b) => Math.max(a, b)) + EIGHT_HOURS),
  )
  for (const substance of new Set(arrived.map((entry) => entry.substance))) {
    const over = judgeArrived(
      readings
        .filter((reading) => reading.substance === substance)
        .map(({ at, value }) => ({ at: at.getTime(), value })),
      new Set(
        arrived.filter((entry) => entry.substance === substance).map(({ at }) => at.getTime()),
      ),
      substance,
      adopted,
    )
    if (over) return over
  }
  return null
}

/** What was over, and how long ago where it was sent late. */
function saidAt({ sentence, at }: Arrived, now: Date): string {
  const late = now.getTime() - at
  return late > LATE ? `${sentence} Read ${formatDistanceStrict(at, now)} ago.` : sentence
}
