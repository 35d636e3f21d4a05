import type { Grace } from '#core/inspection/schedule'
import type { ShopRules } from '#core/assessment/assess'
import { hoodedWhenShared } from '#core/ventilation/hood'
import type { JobSpec } from '#core/job/job'
import { shadeBand } from '#core/shade/search'
import { demandsOf } from '#core/gas/demand'
import { labelsOf, sumOf, tellsNothing } from '#core/gas/job-supply'
import { judgeSupply } from '#core/gas/supply'
import { byWorst } from '#core/finding/finding'
import type { Member } from '#core/readiness/readiness'
import { gearById, spareGear } from '#server/db/gear'
import { openAlarms } from '#server/db/monitor'
import type { Db } from '#server/db/pool'
import { clearancesOf, kitOf, recordsOf, shadesOf } from '#server/db/record'
import { loaners, loansOf } from '#server/db/stock'
import {
  findSession,
  membersOf,
  proofsOf,
  type MemberDetail,
  type SessionDbRow,
} from '#server/db/session'
import { notFound } from '#server/errors'
import type { Gear } from '#shared/inspection/schema'
import type { PlacedStation } from '#shared/shop/schema'
import { stationsWithPlace } from '../shop/hot-work'
import type { Stock } from '#shared/stock/schema'
import { gearState } from '#shared/inspection/state'
import type { Actor } from '../actor'
import { ofHood, stationFindings, toAlarmFinding } from '../air/state'
import { fireCoverOfWork } from '../inspection/fire-cover'
import { cylindersForWork, sparesOf, type CylinderForWork, type SpareCylinder } from '../gas/hold'
import { suppliesOf } from '../gas/supplies'
import { scopeOf } from '../shop/shop'

/** A session with everything that its readiness depends on, read once for all its people. */
export interface LoadedSession {
  session: SessionDbRow
  today: string
  rules: ShopRules
  members: { row: MemberDetail; member: Member }[]
  grace: Grace
  stations: Map<string, PlacedStation>
  /** What is named in it, and what may be lent to it. */
  gear: Map<string, Gear>
  proofs: Map<string, boolean>
  loaners: Stock[]
  /** Full cylinders to take instead of those that do not do. */
  spares: SpareCylinder[]
}

export async function loadSession(db: Db, actor: Actor, id: string): Promise<LoadedSession> {
  const session = await findSession(db, id)
  if (!session) throw notFound('session')
  const scope = await scopeOf(db, actor)
  const rows = await membersOf(db, id)
  const people = rows.map((row) => row.person_id)
  const stations = new Map(
    (await stationsWithPlace(db, actor.site)).map((station) => [station.id, station]),
  )
  const worn = rows.flatMap((row) => [row.helmet_id, row.machine_id, row.cylinder_id])
  const named = await gearById(
    db,
    scope,
    worn.flatMap((one) => one ?? []),
  )
  const spare = await spareGear(db, scope)
  const gear = new Map([...named, ...spare].map((one) => [one.id, one]))
  const proofs = new Map((await proofsOf(db, id)).map((proof) => [proof.station_id, proof.proved]))
  const records = new Map((await recordsOf(db, people)).map((row) => [row.person_id, row]))
  const cleared = byPerson(await clearancesOf(db, people))
  const kit = byPerson(await kitOf(db, people))
  const found = byPerson(await shadesOf(db, people))
  const loans = byPerson(await loansOf(db, { people }))
  const gearOf = (gearId: string | null): Gear | null =>
    gearId === null ? null : (gear.get(gearId) ?? null)
  const used = [...new Set(rows.flatMap((row) => row.station_id ?? []))]
  const airNow = await stationFindings(db, scope, used)
  const cover = await fireCoverOfWork(db, scope, used)
  const alarms = await openAlarms(db, actor.site)
  const cylinders = await cylindersForWork(db, scope, [
    ...new Set(rows.flatMap((row) => row.cylinder_id ?? [])),
  ])
  const members = rows.map((row) => {
    const record = records.get(row.person_id)!
    const job = jobOf(row, stations, proofs, rows)
    const helmet = gearOf(row.helmet_id)
    const machine = gearOf(row.machine_id)
    const cylinder = gearOf(row.cylinder_id)
    const lent = (loans.get(row.person_id) ?? []).flatMap((loan) =>
      loan.ppe_id ? [[loan.ppe_id, 'has'] as const] : [],
    )
    const member: Member = {
      presence: row.presence,
      job,
      airNow: row.station_id
        ? [
            ...alarms.filter((alarm) => alarm.station_id === row.station_id).map(toAlarmFinding),
            ...ofHood(airNow.get(row.station_id) ?? [], stations.get(row.station_id)?.air),
            ...(cover.get(row.station_id) ?? []),
          ]
        : [],
      station: row.station_id && (stations.get(row.station_id)?.name ?? null),
      seen: row.seen,
      cleared: (cleared.get(row.person_id) ?? []).map((entry) => entry.process),
      eyes: {
        lightSensitive: record.light_sensitive,
        correction: record.correction,
        tint: record.tint,
        found: job
          ? ((found.get(row.person_id) ?? []).find((entry) => entry.band === shadeBand(job))
              ?.shade ?? null)
          : null,
      },
      respirator: {
        clearedUntil: record.respirator_until,
        fitTestOn: record.fit_test_on,
        fitModel: record.fit_model,
        fitSize: record.fit_size,
        sealCheckOn: record.seal_check_on,
      },
      kit: Object.fromEntries([
        ...(kit.get(row.person_id) ?? []).map((entry) => [entry.ppe_id, entry.state] as const),
        ...lent,
      ]),
      helmet: helmet?.ranges
        ? { name: helmet.label, ranges: helmet.ranges, gear: gearState(helmet, scope) }
        : null,
      machine: machine && gearState(machine, scope),
      cylinder: cylinder && {
        ...gearState(cylinder, scope),
        held: cylinders.get(cylinder.id)?.held ?? [],
      },
    }
    return { row, member }
  })
  addSupply(members, cylinders)
  const wanting = members.filter(
    ({ member }) =>
      member.cylinder?.held?.length || (member.supply && member.supply.level !== 'clear'),
  )
  const gases = new Set(
    wanting.flatMap(({ row }) => cylinders.get(row.cylinder_id ?? '')?.gas ?? []),
  )
  return {
    session,
    spares: await sparesOf(db, scope, [...gases]),
    today: scope.today,
    grace: scope.grace,
    rules: scope.rules,
    members,
    stations,
    gear,
    proofs,
    loaners: await loaners(db, actor.site, scope.today),
  }
}

/** A cylinder has to last for all who draw from it today, and so has what else is on its set. Where no flow is told, nothing is said. */
function addSupply(
  members: LoadedSession['members'],
  cylinders: ReadonlyMap<string, CylinderForWork>,
): void {
  for (const together of suppliesOf(cylinders)) {
    const { line, setId } = together[0]!
    if (line === null) continue
    const ids = together.map(({ id }) => id)
    const drawing = members.filter(({ row, member }) => {
      const own = row.cylinder_id === null ? undefined : cylinders.get(row.cylinder_id)
      const draws = own && (ids.includes(own.id) || (setId !== null && own.setId === setId))
      return draws && member.job !== null && member.presence !== 'absent'
    })
    const taken = drawing.map(({ member }) => demandsOf(member.job!))
    if (taken.every(tellsNothing)) continue
    const demands = taken.flatMap((demand) => {
      const own = demand[line]
      return own === undefined ? [] : [own]
    })
    if (demands.length === 0) continue
    const total = demands.some((demand) => demand === null)
      ? null
      : demands.reduce<number>((sum, demand) => sum + demand!, 0)
    const minutes = drawing.reduce((sum, { member }) => sum + member.job!.arcMinutes, 0)
    const supply = judgeSupply(sumOf(together), total, { name: labelsOf(together), minutes })
    for (const { member } of drawing)
      member.supply = member.supply ? byWorst([member.supply, supply])[0]! : supply
  }
}

/** The job as it is done at the member's station: its air, proved or not, and at least those who share it. */
function jobOf(
  row: MemberDetail,
  stations: ReadonlyMap<string, PlacedStation>,
  proofs: ReadonlyMap<string, boolean>,
  rows: readonly MemberDetail[],
): JobSpec | null {
  if (!row.spec) return null
  const station = row.station_id ? stations.get(row.station_id) : undefined
  // A sampling result stays with the place where it was taken.
  const measured =
    row.station_id !== null && row.station_id === row.job_station_id ? row.spec.measured : null
  if (!station) return { ...row.spec, measured, air: { ...row.spec.air, hoodProved: false } }
  const sharing = rows.filter(
    (other) => other.station_id === row.station_id && other.presence !== 'absent',
  ).length
  return {
    ...row.spec,
    measured,
    welders: Math.max(row.spec.welders, sharing),
    hooded: hoodedWhenShared(row.spec, sharing),
    air: { ...station.air, hoodProved: proofs.get(station.id) === true },
  }
}

function byPerson<T extends { person_id: string }>(rows: readonly T[]): Map<string, T[]> {
  const map = new Map<string, T[]>()
  for (const row of rows) map.set(row.person_id, [...(map.get(row.person_id) ?? []), row])
  return map
}
