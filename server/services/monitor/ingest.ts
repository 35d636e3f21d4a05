import { randomUUID } from 'node:crypto'
import { formatDistanceStrict } from 'date-fns'
import type { z } from 'zod'
import type { LimitSet, Substance } from '#core/exposure/terms'
import { judgeArrived } from '#core/monitor/readings'
import {
  crowdedMinute,
  findDevice,
  holdDevice,
  holdPermitsAt,
  insertAlarm,
  listDevices,
  MOST_A_MINUTE,
  putReadings,
  readingsBetween,
  type Contradiction,
  type DeviceSignIn,
} from '#server/db/monitor'
import { inOrganisation, outside, type Db } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { dropSpotsBefore, putSpots } from '#server/db/spot'
import { getClock } from '#server/clock'
import { appendAudit } from '#server/db/audit'
import { AppError, fieldError } from '#server/errors'
import type { ingestSchema, readingsBody } from '#shared/monitor/schema'
import { hashToken } from '../sign-in/token'
import { suspendForAlarm } from '../permit/suspend'

const EIGHT_HOURS = 8 * 3_600_000
/** Readings older than this when they arrive are said to be. */
const LATE = 10 * 60_000
type Arrived = NonNullable<ReturnType<typeof judgeArrived>>
/** A clock that runs ahead by more than this is wrong. */
const AHEAD = 2 * 60_000
const OLDEST = 31 * 24 * 3_600_000
/** What a camera read is of use to the round that is being walked, ms. */
const SPOTS_KEPT = 24 * 3_600_000

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
  requireMoments('readings', body.readings, now)
  requireMoments('spots', body.spots, now)
  const { contradicted, ...answer } = await inOrganisation(device.organisation_id, (db) =>
    takeIn(db, device, body, now, clock.factor !== 1),
  )
  if (contradicted.length > 0) throw contradiction(contradicted, answer.kept)
  return answer
}

function requireMoments(list: string, readings: readonly { at: string }[], now: Date): void {
  readings.forEach((reading, i) => {
    const at = Date.parse(reading.at)
    if (at > now.getTime() + AHEAD)
      throw fieldError(
        `${list}.${i}.at`,
        'This moment has not come yet: set the clock of the monitor.',
      )
    if (at < now.getTime() - OLDEST) throw fieldError(`${list}.${i}.at`, 'Older than 31 days.')
  })
}

/** Told after everything else of the request is kept and judged, so that nothing is lost by it. */
const contradiction = (all: readonly Contradiction[], kept: number): AppError =>
  new AppError(
    409,
    'contradicted',
    `${all.length} readings say something else than was said before for the same moment, and were not kept; ${kept} new ones were. The higher figure was judged.`,
    all.map(({ index, kept: first, sent }) => ({
      path: `readings.${index}.value`,
      message: `${first} was sent for this moment before; ${sent} is not kept.`,
    })),
  )

async function takeIn(
  db: Db,
  device: DeviceSignIn,
  body: z.output<typeof readingsBody>,
  now: Date,
  rehearsal: boolean,
): Promise<z.input<typeof ingestSchema> & { contradicted: Contradiction[] }> {
  const { organisation_id: organisation, device_id: id, station_id: station } = device
  await holdDevice(db, id)
  const spots = await putSpots(db, { organisation, device: id }, body.spots, now)
  if (spots > 0) await dropSpotsBefore(db, id, new Date(now.getTime() - SPOTS_KEPT))
  const { kept, contradicted } = await putReadings(db, organisation, id, body.readings, now)
  const crowded = await crowdedMinute(db, id, kept)
  if (crowded)
    throw fieldError(
      'readings',
      `More than ${MOST_A_MINUTE} readings of one substance in the minute of ${crowded.toISOString()}. Nothing was kept; send means.`,
    )
  const { limit_sets: adopted } = await findSite(db, device.site_id)
  const sent = body.readings.map(({ substance, at }) => ({ substance, at: new Date(at) }))
  const over = await worstOf(db, id, [...kept, ...contradicted], contradicted, adopted)
  if (over) {
    const inWork = await holdPermitsAt(db, null, station)
    const says = saidAt(over, now)
    const name = (await listDevices(db, device.site_id, station)).find((own) => own.id === id)!.name
    const raised = await insertAlarm(db, {
      id: randomUUID(),
      organisation,
      site: device.site_id,
      station,
      job: null,
      device: id,
      kind: 'monitor',
      symptoms: [],
      note: says,
      person: null,
      at: now,
      rehearsal,
    })
    if (raised) {
      const by = { organisation, now, person: null, name, rehearsal }
      for (const permit of inWork) await suspendForAlarm(db, by, permit, says)
      await appendAudit(db, {
        organisation,
        at: now,
        person: null,
        action: 'air_alarm',
        subject: 'station',
        subjectId: station,
        details: { device: name, says },
        rehearsal,
      })
    }
  }
  // Sent again, readings that are over get the answer that they had; an alarm they raise only once.
  const repeated = kept.length < body.readings.length
  return {
    kept: kept.length + spots,
    known: body.readings.length + body.spots.length - kept.length - spots,
    alarm:
      over !== null || (repeated && (await worstOf(db, id, sent, contradicted, adopted)) !== null),
    contradicted,
  }
}

/** The first stop among readings that have just arrived, each judged at its own moment; of two figures for one moment the higher counts. */
async function worstOf(
  db: Db,
  device: string,
  arrived: readonly { substance: Substance; at: Date }[],
  contradicted: readonly Contradiction[],
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
  const higher = new Map(
    contradicted.map(({ substance, at, kept, sent }) => [
      `${substance} ${at.getTime()}`,
      Math.max(kept, sent),
    ]),
  )
  for (const substance of new Set(arrived.map((entry) => entry.substance))) {
    const over = judgeArrived(
      readings
        .filter((reading) => reading.substance === substance)
        .map(({ at, value }) => ({
          at: at.getTime(),
          value: higher.get(`${substance} ${at.getTime()}`) ?? value,
        })),
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
