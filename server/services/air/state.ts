import { judgeGasTest, type GasTest } from '#core/air/gas-test'
import type { Finding } from '#core/finding/finding'
import type { AirSpace } from '#core/job/job'
import type { LimitSet } from '#core/exposure/terms'
import { judgeSurveys, type HoodSurvey } from '#core/hood/survey'
import { judgePoints } from '#core/inspection/round'
import { judgeReadings } from '#core/monitor/readings'
import { alarmFinding } from '#core/monitor/symptoms'
import { gasTestsOf, newestCheck, type GasTestRow } from '#server/db/air'
import { hoodsOf, surveysOf, type SurveyRow } from '#server/db/hood'
import type { JobRow } from '#server/db/job'
import { criticalOfStations } from '#server/db/round'
import {
  alarmsOnJob,
  listDevices,
  readingsSince,
  type AlarmRow,
  type ReadingRow,
} from '#server/db/monitor'
import type { Db } from '#server/db/pool'
import { fireCoverOfWork } from '../inspection/fire-cover'
import type { ShopScope } from '../shop/shop'

/** What counts of the air of a job besides its description: the assessment on file, and the place as it is now. */
export interface JobAirState {
  airCheck: { basis: string; findings: Finding[] } | null
  airNow: Finding[]
}

const EIGHT_HOURS = 8 * 3_600_000
export const NEWEST_SURVEYS = 60

export async function airOfJob(db: Db, scope: ShopScope, job: JobRow): Promise<JobAirState> {
  const alarms = await alarmsOnJob(db, job.id, job.station_id)
  const tested =
    job.spec.air.space === 'confined'
      ? [
          judgeGasTest(
            toGasTest((await gasTestsOf(db, job.id, 1))[0]),
            scope.now,
            scope.rules.limits,
          ),
        ]
      : []
  const station = job.station_id
    ? ((await stationFindings(db, scope, [job.station_id])).get(job.station_id) ?? [])
    : []
  const cover = job.station_id
    ? ((await fireCoverOfWork(db, scope, [job.station_id])).get(job.station_id) ?? [])
    : []
  return {
    airCheck: await newestCheck(db, job.id),
    airNow: [...alarms.map(toAlarmFinding), ...tested, ...ofHood(station, job.spec.air), ...cover],
  }
}

/** A hood that the work does not use does not hold it back. */
export const ofHood = (findings: readonly Finding[], air: AirSpace | undefined): Finding[] =>
  findings.filter((finding) => finding.code !== 'air.survey' || air?.hood !== 'none')

/** Surveys, monitors and what was left open that keeps from work, of some stations, judged now. */
export async function stationFindings(
  db: Db,
  scope: ShopScope,
  stations: readonly string[],
): Promise<Map<string, Finding[]>> {
  const hoods = await hoodsOf(db, stations)
  const surveys = await surveysOf(
    db,
    hoods.map((hood) => hood.station_id),
    NEWEST_SURVEYS,
  )
  const devices = (await listDevices(db, scope.site, null)).filter(
    (device) => device.revoked_at === null && stations.includes(device.station_id),
  )
  const open = await criticalOfStations(db, stations)
  const readings =
    devices.length > 0
      ? await readingsSince(db, stations, new Date(scope.now.getTime() - EIGHT_HOURS))
      : []
  return new Map(
    stations.map((station) => {
      const hood = hoods.find((entry) => entry.station_id === station)
      const survey = hood
        ? [
            judgeSurveys(
              surveys.filter((entry) => entry.station_id === station).map(toSurvey),
              hood.need,
              hood.survey_days,
              scope.today,
            ),
          ]
        : []
      const monitored = devices
        .filter((device) => device.station_id === station)
        .flatMap((device) =>
          monitorFindings(
            readings.filter((reading) => reading.device_id === device.id),
            scope.rules.limits,
            scope.now,
            device,
          ),
        )
      const left = open.filter(({ stationId }) => stationId === station)
      return [
        station,
        [...survey, ...monitored, ...left.flatMap((point) => judgePoints(point.station!, [point]))],
      ] as const
    }),
  )
}

/** One Finding a substance; a monitor without a reading in eight hours says so. */
function monitorFindings(
  readings: readonly ReadingRow[],
  adopted: readonly LimitSet[],
  now: Date,
  device: { name: string },
): Finding[] {
  const substances = [...new Set(readings.map((reading) => reading.substance))]
  if (substances.length === 0)
    return [
      {
        code: 'air.monitor',
        step: 'air',
        level: 'unknown',
        sentence: `${device.name} has said nothing for eight hours.`,
        remedy: 'Look at the monitor, or revoke it if it is gone.',
        reasons: [
          {
            rule: 'Silence is not clean air',
            source: { document: 'Common practice', recall: 'practice' },
          },
        ],
      },
    ]
  return substances.map((substance) =>
    judgeReadings(
      readings
        .filter((reading) => reading.substance === substance)
        .map((reading) => ({ at: reading.at.getTime(), value: reading.value })),
      substance,
      adopted,
      now.getTime(),
    ),
  )
}

export const toSurvey = (row: SurveyRow): HoodSurvey => ({
  on: row.surveyed_on,
  velocity: row.velocity,
  staticPressure: row.static_pressure,
  filterChanged: row.filter_changed,
  calibrated: row.calibrated,
})
const toGasTest = (row: GasTestRow | undefined): GasTest | null =>
  row
    ? {
        oxygen: row.oxygen,
        explosive: row.explosive,
        others: row.others,
        at: row.at,
        until: row.until,
        instrument: row.instrument,
        calibrated: row.calibrated,
        bumpTested: row.bump_tested,
      }
    : null
export const toAlarmFinding = (row: AlarmRow): Finding =>
  alarmFinding({
    kind: row.kind,
    symptoms: row.symptoms,
    note: row.note,
    by: row.by,
    at: row.at.toISOString(),
  })
