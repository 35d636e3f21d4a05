import { worstLevel } from '#core/finding/finding'
import { asSubstance, limitText, strictest } from '#core/exposure/limits.table'
import type { Substance } from '#core/exposure/terms'
import { dayAfter, daysBetween } from '#core/calendar/day'
import { sinceFilter, surveyTrend } from '#core/hood/survey'
import { newestAssessments } from '#server/db/air'
import { hoodsOf, insertSurvey, putHood, surveysOf } from '#server/db/hood'
import {
  alarmsOfStation,
  listDevices,
  openAlarms,
  readingsSince,
  type ReadingRow,
} from '#server/db/monitor'
import { inOrganisation, type Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { fieldError, notFound } from '#server/errors'
import type { StationAir } from '#shared/air/schema'
import type { z } from 'zod'
import type { airOverviewSchema } from '#shared/air/schema'
import type { hoodBody, surveyBody } from '#shared/hood/schema'
import { record, type Actor } from '../actor'
import { isNew } from '../event'
import { toAlarm } from '../monitor/alarm'
import { toDevice } from '../monitor/device'
import { meterFor } from '../inspection/meter'
import { scopeOf } from '../shop/shop'
import { NEWEST_SURVEYS, stationFindings, toSurvey } from './state'

const TRACE_HOURS = 8
/** Points of a trace that a screen can show. */
const TRACE_POINTS = 480
const NEWEST = 12

export function readOverview(actor: Actor): Promise<z.input<typeof airOverviewSchema>> {
  return inOrganisation(actor.organisation, async (db) => {
    const scope = await scopeOf(db, actor)
    const stations = await listStations(db, actor.site)
    const findings = await stationFindings(
      db,
      scope,
      stations.map((station) => station.id),
    )
    const hoods = new Set(
      (
        await hoodsOf(
          db,
          stations.map((station) => station.id),
        )
      ).map((hood) => hood.station_id),
    )
    return {
      stations: stations.map((station) => ({
        id: station.id,
        name: station.name,
        hood: hoods.has(station.id),
        findings: findings.get(station.id) ?? [],
      })),
      alarms: (await openAlarms(db, actor.site)).map((row) => toAlarm(actor, row)),
      assessments: (await newestAssessments(db, actor.site, NEWEST)).map((row) => ({
        id: row.id,
        at: row.at.toISOString(),
        by: row.by,
        model: row.model,
        seed: row.seed,
        draws: row.draws,
        note: row.note,
        current: true,
        rehearsal: row.rehearsal,
        jobId: row.job_id,
        jobTitle: row.job_title,
        worst: worstLevel(row.findings),
      })),
    }
  })
}

export function readStationAir(actor: Actor, id: string): Promise<StationAir> {
  return inOrganisation(actor.organisation, async (db) => {
    const station = await heldStation(db, actor, id)
    const scope = await scopeOf(db, actor)
    const hood = (await hoodsOf(db, [id]))[0] ?? null
    const surveys = hood ? await surveysOf(db, [id], NEWEST_SURVEYS) : []
    const readings = await readingsSince(
      db,
      [id],
      new Date(scope.now.getTime() - TRACE_HOURS * 3_600_000),
    )
    const substances = [...new Set(readings.map((reading) => reading.substance))]
    return {
      station: { id, name: station.name },
      hood: hood && { section: hood.section, need: hood.need, surveyDays: hood.survey_days },
      surveys: surveys.map((row) => ({
        id: row.id,
        on: row.surveyed_on,
        velocity: row.velocity,
        staticPressure: row.static_pressure,
        filterChanged: row.filter_changed,
        note: row.note,
        by: row.by,
        meter: row.meter,
        calibrated: row.calibrated,
      })),
      trend: trendOf(surveys.map(toSurvey), hood?.need ?? null, scope.today),
      devices: (await listDevices(db, actor.site, id)).map(toDevice),
      traces: substances.map((substance) => ({
        substance,
        points: thin(readings.filter((reading) => reading.substance === substance)),
        limit: shownLimit(substance, scope.rules.limits),
      })),
      alarms: (await alarmsOfStation(db, id, NEWEST)).map((row) => toAlarm(actor, row)),
      findings: (await stationFindings(db, scope, [id])).get(id) ?? [],
    }
  })
}

async function heldStation(
  db: Db,
  actor: Actor,
  id: string,
): Promise<{ id: string; name: string }> {
  const station = (await listStations(db, actor.site)).find((entry) => entry.id === id)
  if (!station) throw notFound('station')
  return station
}

/** The line that a live trace is held against. */
function shownLimit(
  substance: Substance,
  adopted: Parameters<typeof strictest>[2],
): { text: string; value: number } | null {
  const limit =
    strictest(substance, 'ceiling', adopted) ??
    strictest(substance, 'stel', adopted) ??
    strictest(substance, 'twa', adopted)
  return limit && { text: limitText(limit), value: asSubstance(limit) }
}

/** The highest of each stretch, so that a peak is never thinned away. */
function thin(readings: readonly ReadingRow[]): { at: string; value: number }[] {
  const every = Math.ceil(readings.length / TRACE_POINTS)
  return Array.from({ length: Math.ceil(readings.length / Math.max(1, every)) }, (_, i) => {
    const worst = readings
      .slice(i * every, (i + 1) * every)
      .reduce((high, reading) => (reading.value > high.value ? reading : high))
    return { at: worst.at.toISOString(), value: worst.value }
  })
}

function trendOf(
  surveys: Parameters<typeof surveyTrend>[0],
  need: number | null,
  today: string,
): StationAir['trend'] {
  const none = { from: null, fallsOn: null, mayFallOn: null, line: [] }
  if (need === null) return { because: 'no hood is entered for this station', ...none }
  const trend = surveyTrend(surveys, need)
  if ('because' in trend) return { because: trend.because, ...none }
  const end = daysBetween(
    trend.from,
    trend.mayFallOn !== null && trend.mayFallOn > today ? trend.mayFallOn : today,
  )
  const days = [
    ...new Set([
      0,
      ...sinceFilter(surveys).map((survey) => daysBetween(trend.from, survey.on)),
      end,
    ]),
  ].sort((a, b) => a - b)
  return {
    because: null,
    from: trend.from,
    fallsOn: trend.fallsOn,
    mayFallOn: trend.mayFallOn,
    line: days.map((day) => ({ on: dayAfter(trend.from, day), ...trend.at(day) })),
  }
}

export function setHood(
  actor: Actor,
  station: string,
  body: z.output<typeof hoodBody>,
): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    await heldStation(db, actor, station)
    await putHood(db, {
      organisation: actor.organisation,
      station,
      section: body.section,
      need: body.need,
      days: body.surveyDays,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'hood_set', 'station', station, {
      need: body.need,
      surveyDays: body.surveyDays,
    })
  })
}

export function logSurvey(
  actor: Actor,
  station: string,
  body: z.output<typeof surveyBody>,
): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    await heldStation(db, actor, station)
    const { id, ...content } = body
    if (!(await isNew(db, actor, { id, kind: 'survey', of: station, content }))) return { id }
    if ((await hoodsOf(db, [station])).length === 0)
      throw fieldError('velocity', 'Enter the hood of this station first.')
    const scope = await scopeOf(db, actor)
    if (body.on > scope.today) throw fieldError('on', 'This day has not come yet.')
    const { calibrated } = await meterFor(db, scope, {
      id: body.meterId,
      kind: 'airMeter',
      day: body.on,
    })
    await insertSurvey(db, {
      ...body,
      calibrated,
      organisation: actor.organisation,
      station,
      by: actor.person,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'hood_surveyed', 'station', station, {
      on: body.on,
      velocity: body.velocity,
      filterChanged: body.filterChanged,
    })
    return { id }
  })
}
