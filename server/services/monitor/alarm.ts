import type { z } from 'zod'
import { findJob } from '#server/db/job'
import {
  clearAlarm,
  findAlarm,
  insertAlarm,
  tellAlarm,
  holdPermitsAt,
  type AlarmRow,
} from '#server/db/monitor'
import { inOrganisation, type Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { AppError, conflict, fieldError, notFound } from '#server/errors'
import type { AirAlarm, alarmBody, alarmDetailBody } from '#shared/monitor/schema'
import { record, type Actor } from '../actor'
import { isNew, usedBefore } from '../event'
import { mayKnow } from '../privacy'
import type { Stepper } from '../permit/step'
import { suspendForAlarm } from '../permit/suspend'

/** Who felt ill, and how, is for that person and the staff. */
export const toAlarm = (actor: Actor, row: AlarmRow): AirAlarm => ({
  id: row.id,
  kind: row.kind,
  placeName: row.place_name,
  stationId: row.station_id,
  jobId: row.job_id,
  ...(row.kind === 'monitor' || mayKnow(actor, row.person_id)
    ? { symptoms: row.symptoms, note: row.note, by: row.by }
    : { symptoms: [], note: '', by: row.kind === 'ill' ? 'A colleague' : row.by }),
  at: row.at.toISOString(),
  clearedAt: row.cleared_at?.toISOString() ?? null,
  clearedBy: row.cleared_by_name,
  clearedNote: row.cleared_note,
})

/** Permits in force on the job, or at the station, are suspended; their fire watch starts. Call it before anything else is locked. */
async function stopWork(
  db: Db,
  by: Stepper,
  job: string | null,
  station: string | null,
  note: string,
): Promise<void> {
  for (const permit of await holdPermitsAt(db, job, station))
    await suspendForAlarm(db, by, permit, note)
}

/** One tap: the alarm stands and the work is stopped before anything else is asked. A retry counts once. */
export function raiseAlarm(actor: Actor, body: z.output<typeof alarmBody>): Promise<AirAlarm> {
  const { id, ...content } = body
  return inOrganisation(actor.organisation, async (db) => {
    const of = body.jobId ?? body.stationId ?? actor.site
    if (!(await isNew(db, actor, { id, kind: 'alarm', of, content })))
      return toAlarm(actor, (await findAlarm(db, id))!)
    const job = body.jobId ? await findJob(db, body.jobId) : null
    if (body.jobId && !job) throw fieldError('jobId', 'There is no such job.')
    if (
      body.stationId &&
      !(await listStations(db, actor.site)).some((station) => station.id === body.stationId)
    )
      throw fieldError('stationId', 'There is no such station.')
    const station = body.stationId ?? job?.station_id ?? actor.booth
    await stopWork(
      db,
      actor,
      body.jobId,
      station,
      body.kind === 'ill' ? 'Someone feels ill' : 'Bad air reported',
    )
    const raised = await insertAlarm(db, {
      id,
      organisation: actor.organisation,
      site: actor.site,
      station,
      job: body.jobId,
      device: null,
      kind: body.kind,
      symptoms: body.symptoms,
      note: body.note,
      person: actor.person,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    if (!raised) throw usedBefore()
    await record(db, actor, 'air_alarm', body.jobId ? 'job' : 'station', body.jobId ?? station, {
      alarm: id,
      kind: body.kind,
    })
    return toAlarm(actor, (await findAlarm(db, id))!)
  })
}

/** Symptoms are told after the alarm stands. They are the person's own words for the doctor and the lead. */
export function addToAlarm(
  actor: Actor,
  id: string,
  body: z.output<typeof alarmDetailBody>,
): Promise<AirAlarm> {
  return inOrganisation(actor.organisation, async (db) => {
    const alarm = await findAlarm(db, id)
    if (!alarm) throw notFound('alarm')
    if (!mayKnow(actor, alarm.person_id))
      throw new AppError(
        403,
        'forbidden',
        'Symptoms are told by the person who raised the alarm, or by lead and instructor.',
      )
    if (alarm.cleared_at)
      throw conflict('This alarm has been cleared. Raise a new one if it goes on.', 'cleared')
    await tellAlarm(db, id, body.symptoms, body.note)
    await record(db, actor, 'air_alarm_told', 'alarm', id, { changed: ['symptoms', 'note'] })
    return toAlarm(actor, (await findAlarm(db, id))!)
  })
}

export function endAlarm(actor: Actor, id: string, note: string): Promise<AirAlarm> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await findAlarm(db, id))) throw notFound('alarm')
    if (!(await clearAlarm(db, id, actor.person, actor.now, note)))
      throw conflict('This alarm has been cleared already.', 'cleared')
    await record(db, actor, 'air_alarm_cleared', 'alarm', id, { note })
    return toAlarm(actor, (await findAlarm(db, id))!)
  })
}
