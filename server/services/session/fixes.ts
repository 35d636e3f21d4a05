import { blocks, type Finding } from '#core/finding/finding'
import { judgeGear } from '#core/inspection/gear'
import { CONFLICTS } from '#core/ppe/conflict'
import type { Cell, Member } from '#core/readiness/readiness'
import { personalShade } from '#core/shade/personal'
import { assignShade } from '#core/shade/shade'
import { nearestHelmet } from '#core/shade/helmet'
import type { Gear } from '#shared/inspection/schema'
import type { Fix } from '#shared/session/schema'
import { gearState } from '#shared/inspection/state'
import type { LoadedSession } from './load'

/** What the shop has free for those who lack something; worked out once a session. */
export interface Free {
  helmets: Gear[]
  machines: Gear[]
  stations: { id: string; name: string }[]
}

const fitFor =
  (loaded: LoadedSession) =>
  (gear: Gear): boolean =>
    !blocks(judgeGear(gearState(gear, loaded)))

export function freeOf(loaded: LoadedSession): Free {
  const here = loaded.members.filter(({ row }) => row.presence !== 'absent').map(({ row }) => row)
  const worn = new Set(here.map((row) => row.helmet_id))
  const owned = new Set(
    loaded.members.filter(({ row }) => row.presence !== 'absent').map(({ row }) => row.person_id),
  )
  const used = new Set(here.map((row) => row.machine_id))
  const taken = new Set(here.map((row) => row.station_id))
  const gear = [...loaded.gear.values()]
  const fit = fitFor(loaded)
  return {
    // A helmet of someone in the session stays theirs; those of people who are not here may be lent.
    helmets: gear.filter(
      (one) =>
        one.kind === 'helmet' &&
        !worn.has(one.id) &&
        (one.assignedToId === null || !owned.has(one.assignedToId)) &&
        fit(one),
    ),
    machines: gear.filter((one) => one.kind === 'machine' && !used.has(one.id) && fit(one)),
    stations: [...loaded.stations.values()].filter(
      (station) =>
        !taken.has(station.id) &&
        station.hotWork.isDesignated &&
        gear.some((one) => one.stationId === station.id && one.kind === 'machine' && fit(one)),
    ),
  }
}

/** What can be done about a square of the matrix, the likeliest first. */
export function fixesOf(
  cell: Cell,
  entry: LoadedSession['members'][number],
  loaded: LoadedSession,
  free: Free,
): Fix[] {
  const { finding } = cell
  if (!finding || finding.level === 'clear') return []
  const { row, member } = entry
  const people = [row.person_id]
  const change = (label: string, todo: Fix['change']): Fix => ({ label, change: todo, path: null })
  const path = (label: string, to: string): Fix => ({ label, change: null, path: to })
  const { job } = member
  switch (cell.need) {
    case 'clearance':
      return job
        ? [change('Sign the clearance', { kind: 'clear', people, process: job.process })]
        : []
    case 'shade':
      return job
        ? [
            ...(finding.code === 'eyes.helmet' ? lendHelmet(member, loaded, free, people) : []),
            path('Eyes on record', `/people/${row.person_id}`),
          ]
        : []
    case 'helmet':
      return [
        ...lendHelmet(member, loaded, free, people),
        ...(row.helmet_id
          ? [path(`Check ${member.helmet?.name}`, `/gear/helmet/${row.helmet_id}`)]
          : []),
      ]
    case 'breath':
      return breath(finding, row.person_id, change, path)
    case 'machine':
      return gear(cell.need, entry, free, change, path)
    case 'cylinder':
      return finding.code.startsWith('gas.')
        ? swap(entry, loaded, change, path)
        : gear(cell.need, entry, free, change, path)
    case 'extraction':
      return [
        ...(row.station_id && job?.air.hood !== 'none'
          ? [
              change(`${member.station}: proved, it pulls`, {
                kind: 'prove',
                stations: [row.station_id],
                proved: true,
              }),
            ]
          : []),
        ...moves(free, people, change),
      ]
    case 'air':
      return row.job_id ? [path('Open the job', `/jobs/${row.job_id}#air`)] : []
    default:
      return clothing(cell, finding, entry, loaded, change)
  }
}

type Change = (label: string, todo: Fix['change']) => Fix
type Path = (label: string, to: string) => Fix

function lendHelmet(member: Member, loaded: LoadedSession, free: Free, people: string[]): Fix[] {
  if (!member.job) return []
  const shade = assignShade(member.job, loaded.rules)
  const { wanted } = personalShade(shade, member.eyes)
  if (shade.floor === null || wanted === null) return []
  const helmet = nearestHelmet(
    free.helmets.map((one) => ({ name: one.label, ranges: one.ranges ?? [], id: one.id })),
    shade.floor,
    wanted,
  )
  return helmet
    ? [
        {
          label: `Lend ${helmet.name}`,
          change: { kind: 'assign', people, set: { helmetId: helmet.id } },
          path: null,
        },
      ]
    : []
}

const breath = (finding: Finding, person: string, change: Change, path: Path): Fix[] =>
  finding.level === 'caution'
    ? [change('Seal check seen', { kind: 'seal', people: [person] })]
    : [path('Respirator on record', `/people/${person}`)]

function gear(
  kind: 'machine' | 'cylinder',
  entry: LoadedSession['members'][number],
  free: Free,
  change: Change,
  path: Path,
): Fix[] {
  const { row } = entry
  const id = kind === 'machine' ? row.machine_id : row.cylinder_id
  const other =
    kind === 'machine'
      ? free.machines.find((one) => one.stationId === null || one.stationId === row.station_id)
      : undefined
  return [
    ...moves(free, [row.person_id], change),
    ...(other
      ? [
          change(`Use ${other.label}`, {
            kind: 'assign',
            people: [row.person_id],
            set: { machineId: other.id },
          }),
        ]
      : []),
    ...(id ? [path(`Inspect ${entry.member[kind]?.name}`, `/gear/${kind}/${id}`)] : []),
  ]
}

/** The fullest one of the same gas that nobody here draws from, for all who draw from this one; or read the one there is. */
function swap(
  { row, member }: LoadedSession['members'][number],
  loaded: LoadedSession,
  change: Change,
  path: Path,
): Fix[] {
  const used = new Set(loaded.members.map((one) => one.row.cylinder_id))
  const gas = row.cylinder_id && loaded.gear.get(row.cylinder_id)?.gas
  const drawing = loaded.members.filter((one) => one.row.cylinder_id === row.cylinder_id)
  const spare = loaded.spares.find((one) => one.gas === gas && !used.has(one.id))
  return [
    ...(spare
      ? [
          change(`Take ${spare.label}`, {
            kind: 'assign',
            people: drawing.map((one) => one.row.person_id),
            set: { cylinderId: spare.id },
          }),
        ]
      : []),
    ...(row.cylinder_id
      ? [path(`Read ${member.cylinder?.name}`, `/gear/cylinder/${row.cylinder_id}`)]
      : []),
  ]
}

const moves = (free: Free, people: string[], change: Change): Fix[] =>
  free.stations
    .slice(0, 1)
    .map((station) =>
      change(`Move to ${station.name}`, { kind: 'assign', people, set: { stationId: station.id } }),
    )

function clothing(
  cell: Cell,
  finding: Finding,
  entry: LoadedSession['members'][number],
  loaded: LoadedSession,
  change: Change,
): Fix[] {
  const people = [entry.row.person_id]
  const conflict = CONFLICTS.find((known) => `body.${known.id}` === finding.code)
  if (conflict)
    return [
      change('Put right', {
        kind: 'seen',
        people,
        seen: entry.member.seen.filter((id) => id !== conflict.id),
      }),
    ]
  const lacking = cell.missing.filter((id) => entry.member.kit[id] === 'lacks')
  const lend = lacking.flatMap((id) => {
    const stock = loaded.loaners.find((entry) => entry.ppeId === id)
    return stock
      ? [
          change(`Lend ${stock.code} ${stock.size}`.trim(), {
            kind: 'lend',
            people,
            stockId: stock.id,
          }),
        ]
      : []
  })
  return [
    ...lend,
    change('Has it', { kind: 'kit', people, pieces: cell.missing, state: 'has' }),
    ...(lacking.length === 0
      ? [change('Lacks it', { kind: 'kit', people, pieces: cell.missing, state: 'lacks' })]
      : []),
  ]
}
