import { byWorst, type Finding, type Level } from '#core/finding/finding'
import { asSubstance, strictest } from '#core/exposure/limits.table'
import type { LimitSet, Substance } from '#core/exposure/terms'
import { judgeReadings } from '#core/monitor/readings'
import { lockedGear } from '#server/db/gear'
import { dueLooks } from '#server/db/look'
import { openAlarms, readingsSince, type AlarmRow, type ReadingRow } from '#server/db/monitor'
import { inOrganisation, type Db } from '#server/db/pool'
import { sessionsOn } from '#server/db/session'
import { listStations } from '#server/db/station'
import { getClock } from '#server/clock'
import type { Gear } from '#shared/inspection/schema'
import type { PlanNow, StationNow } from '#shared/plan/live'
import type { SessionMember } from '#shared/session/schema'
import type { Station } from '#shared/shop/schema'
import type { Actor } from '../actor'
import { ofHood, stationFindings, toAlarmFinding } from '../air/state'
import { fireCoverOfWork } from '../inspection/fire-cover'
import { sessionNow, withoutHealth } from '../session/read'
import { runningNow } from '../shop/shift'
import { scopeOf, type ShopScope } from '../shop/shop'

const HOUR = 3_600_000
/** Points of a trace as small as a tile. */
const TRACE_POINTS = 30
/** More looks than anybody counts on a screen. */
const MOST_DUE = 2_000

/** Everything that is known of a site at this moment, read once for all its stations. */
interface Moment {
  scope: ShopScope
  findings: ReadonlyMap<string, Finding[]>
  cover: ReadonlyMap<string, Finding[]>
  alarms: readonly AlarmRow[]
  locked: readonly Gear[]
  due: readonly { item_id: string; station_id: string | null }[]
  readings: readonly ReadingRow[]
  running: Awaited<ReturnType<typeof runningNow>>
  members: readonly { sessionId: string; member: SessionMember }[]
}

/**
 * The site as it is now, station by station. It is read for everybody, whoever asks first: of people it holds what a wall may
 * show, their name, what they weld, and whether they are ready.
 */
export const readPlanNow = (actor: Actor): Promise<PlanNow> =>
  inOrganisation(actor.organisation, async (db) => {
    const stations = await listStations(db, actor.site)
    const moment = await readMoment(
      db,
      actor,
      stations.map(({ id }) => id),
    )
    const known = new Set(stations.map(({ id }) => id))
    return {
      now: actor.now.toISOString(),
      factor: (await getClock()).factor,
      stations: stations.map((station) => stationNow(station, moment)),
      elsewhere: moment.running.filter(
        ({ stationId }) => stationId === null || !known.has(stationId),
      ),
      locked: moment.locked.map(({ id }) => id),
      due: [...new Set(moment.due.map(({ item_id }) => item_id))],
    }
  })

async function readMoment(db: Db, actor: Actor, stations: readonly string[]): Promise<Moment> {
  const scope = await scopeOf(db, actor)
  const members: { sessionId: string; member: SessionMember }[] = []
  for (const { id } of await sessionsOn(db, actor.site, scope.today))
    for (const member of (await sessionNow(db, actor, id)).members)
      members.push({ sessionId: id, member: withoutHealth(member) })
  return {
    scope,
    members,
    findings: await stationFindings(db, scope, stations),
    cover: await fireCoverOfWork(db, scope, stations),
    alarms: await openAlarms(db, actor.site),
    locked: await lockedGear(db, scope),
    due: await dueLooks(db, { ...scope, until: scope.today }, { most: MOST_DUE, offset: 0 }),
    readings: await readingsSince(db, stations, new Date(scope.now.getTime() - HOUR)),
    running: await runningNow(db, actor),
  }
}

function stationNow(station: Station, moment: Moment): StationNow {
  const { id } = station
  const people = moment.members.filter(
    ({ member }) => member.station?.id === id && member.presence !== 'absent',
  )
  const alarms = moment.alarms.filter(({ station_id }) => station_id === id)
  const findings = moment.findings.get(id) ?? []
  const said = byWorst([
    ...alarms.map(toAlarmFinding),
    ...ofHood(findings, station.air),
    ...(moment.cover.get(id) ?? []),
    ...people.flatMap(({ member }) => ofMember(member)),
  ])
  return {
    stationId: id,
    name: station.name,
    level: said[0]?.level ?? null,
    says: said[0]?.sentence ?? null,
    people: people.map(({ sessionId, member }) => ({
      sessionId,
      personId: member.personId,
      name: member.name,
      process: member.process,
      amps: member.amps,
      level: member.level,
    })),
    locked: moment.locked
      .filter(({ stationId }) => stationId === id)
      .map(({ id: gear, kind, label, lockReason }) => ({
        id: gear,
        kind,
        label,
        reason: lockReason ?? '',
      })),
    due: moment.due.filter(({ station_id }) => station_id === id).length,
    hood: findings.find(({ code }) => code === 'air.survey')?.level ?? null,
    monitor: monitorOf(
      moment.readings.filter(({ station_id }) => station_id === id),
      moment.scope,
    ),
    permits: moment.running.filter(({ stationId }) => stationId === id),
    alarms: alarms.length,
  }
}

/** What a member is told counts for the place as well, by name. */
const ofMember = ({ name, level, cells }: SessionMember): Pick<Finding, 'level' | 'sentence'>[] => {
  const worst = cells.find((cell) => cell.level === level)
  return level === null ? [] : [{ level, sentence: `${name}: ${worst?.sentence ?? ''}` }]
}

/** The substance that is nearest to its limit, or over it; one without a limit comes last. */
function monitorOf(readings: readonly ReadingRow[], scope: ShopScope): StationNow['monitor'] {
  const { limits } = scope.rules
  const traces = [...new Set(readings.map(({ substance }) => substance))].map((substance) => {
    const all = readings
      .filter((reading) => reading.substance === substance)
      .sort((a, b) => a.at.getTime() - b.at.getTime())
    return { substance, all, share: shareOfLimit(substance, all.at(-1)!.value, limits) }
  })
  const nearest = traces.sort((a, b) => b.share - a.share)[0]
  if (!nearest) return null
  const { substance, all } = nearest
  const last = all.at(-1)!
  const judged = judgeReadings(
    all.map(({ at, value }) => ({ at: at.getTime(), value })),
    substance,
    limits,
    scope.now.getTime(),
  )
  return {
    substance,
    value: last.value,
    at: last.at.toISOString(),
    level: judged.level as Level,
    trace: peaks(
      all.map(({ value }) => value),
      TRACE_POINTS,
    ),
  }
}

function shareOfLimit(substance: Substance, value: number, adopted: readonly LimitSet[]): number {
  const limit =
    strictest(substance, 'ceiling', adopted) ??
    strictest(substance, 'stel', adopted) ??
    strictest(substance, 'twa', adopted)
  return limit ? value / asSubstance(limit) : 0
}

/** The highest of each stretch, so that a peak is never thinned away. */
function peaks(values: readonly number[], most: number): number[] {
  const every = Math.max(1, Math.ceil(values.length / most))
  return Array.from({ length: Math.ceil(values.length / every) }, (_, i) =>
    values.slice(i * every, (i + 1) * every).reduce((a, b) => Math.max(a, b)),
  )
}
