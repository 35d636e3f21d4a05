import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import {
  findDevice,
  insertAlarm,
  listDevices,
  putReadings,
  readingsSince,
} from '#server/db/monitor'
import { inOrganisation, outside } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { getClock } from '#server/clock'
import { appendAudit } from '#server/db/audit'
import { AppError, fieldError } from '#server/errors'
import type { ingestSchema, readingsBody } from '#shared/monitor/schema'
import { monitorFindings } from '../air/state'
import { hashToken } from '../sign-in/token'
import { stopWork } from './alarm'

const EIGHT_HOURS = 8 * 3_600_000
/** A clock that runs ahead by more than this is wrong. */
const AHEAD = 2 * 60_000
const OLDEST = 31 * 24 * 3_600_000

/** Take in readings of a monitor. Sent again or out of order they count once; over a limit now they raise an alarm, once until it is cleared. */
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
    const readings = (
      await readingsSince(db, [device.station_id], new Date(now.getTime() - EIGHT_HOURS))
    ).filter((reading) => reading.device_id === device.device_id)
    const over = monitorFindings(readings, site.limit_sets, now, own).find(
      (finding) => finding.level === 'stop',
    )
    if (over) {
      const raised = await insertAlarm(db, {
        id: randomUUID(),
        organisation: device.organisation_id,
        site: device.site_id,
        station: device.station_id,
        job: null,
        device: device.device_id,
        kind: 'monitor',
        symptoms: [],
        note: over.sentence,
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
          over.sentence,
        )
        await appendAudit(db, {
          organisation: device.organisation_id,
          at: now,
          person: null,
          action: 'air_alarm',
          subject: 'station',
          subjectId: device.station_id,
          details: { device: own.name, says: over.sentence },
          rehearsal: clock.factor !== 1,
        })
      }
    }
    return { kept, known: body.readings.length - kept, contradicted, alarm: over !== undefined }
  })
}
