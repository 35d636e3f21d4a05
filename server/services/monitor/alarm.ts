import type { z } from 'zod'
import { SYMPTOM_NAME } from '#core/monitor/symptoms'
import { findJob } from '#server/db/job'
import {
  clearAlarm,
  findAlarm,
  insertAlarm,
  tellAlarm,
  workingPermits,
  type AlarmRow,
} from '#server/db/monitor'
import { inOrganisation, type Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { conflict, fieldError, notFound } from '#server/errors'
import type { AirAlarm, alarmBody, alarmDetailBody } from '#shared/monitor/schema'
import { record, type Actor } from '../actor'
import type { Stepper } from '../permit/step'
import { suspendForAlarm } from '../permit/suspend'

export const toAlarm = (row: AlarmRow): AirAlarm => ({
  id: row.id,
  kind: row.kind,
  placeName: row.place_name,
  stationId: row.station_id,
  jobId: row.job_id,
  symptoms: row.symptoms,
  note: row.note,
  by: row.by,
  at: row.at.toISOString(),
  clearedAt: row.cleared_at?.toISOString() ?? null,
  clearedBy: row.cleared_by_name,
  clearedNote: row.cleared_note,
})

/** Permits in force on the job, or at the station, are suspended; their fire watch starts. */
export async function stopWork(
  db: Db,
  by: Stepper,
  job: string | null,
  station: string | null,
  note: string,
): Promise<void> {
  for (const permit of await workingPermits(db, job, station))
    await suspendForAlarm(db, by, permit, note)
}

/** One tap: the alarm stands and the work is stopped before anything else is asked. A retry counts once. */
export function raiseAlarm(actor: Actor, body: z.output<typeof alarmBody>): Promise<AirAlarm> {
  return inOrganisation(actor.organisation, async (db) => {
    const job = body.jobId ? await findJob(db, body.jobId) : null
    if (body.jobId && !job) throw fieldError('jobId', 'There is no such job.')
    if (
      body.stationId &&
      !(await listStations(db, actor.site)).some((station) => station.id === body.stationId)
    )
      throw fieldError('stationId', 'There is no such station.')
    const station = body.stationId ?? job?.station_id ?? null
    if (
      await insertAlarm(db, {
        id: body.id,
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
    ) {
      await stopWork(
        db,
        actor,
        body.jobId,
        station,
        body.kind === 'ill' ? 'Someone feels ill' : 'Bad air reported',
      )
      await record(db, actor, 'air_alarm', body.jobId ? 'job' : 'station', body.jobId ?? station, {
        alarm: body.id,
        kind: body.kind,
      })
    }
    return toAlarm((await findAlarm(db, body.id))!)
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
    if (alarm.cleared_at)
      throw conflict('This alarm has been cleared. Raise a new one if it goes on.', 'cleared')
    await tellAlarm(db, id, body.symptoms, body.note)
    await record(db, actor, 'air_alarm_told', 'alarm', id, {
      symptoms: body.symptoms.map((symptom) => SYMPTOM_NAME[symptom]),
    })
    return toAlarm((await findAlarm(db, id))!)
  })
}

export function endAlarm(actor: Actor, id: string, note: string): Promise<AirAlarm> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await findAlarm(db, id))) throw notFound('alarm')
    if (!(await clearAlarm(db, id, actor.person, actor.now, note)))
      throw conflict('This alarm has been cleared already.', 'cleared')
    await record(db, actor, 'air_alarm_cleared', 'alarm', id, { note })
    return toAlarm((await findAlarm(db, id))!)
  })
}
