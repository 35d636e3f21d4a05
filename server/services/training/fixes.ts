import { blocks, type Finding } from '#core/finding/finding'
import { judgeGear } from '#core/inspection/gear'
import { CONFLICTS } from '#core/ppe/conflict'
import type { Cell, Member } from '#core/readiness/readiness'
import { personalShade } from '#core/shade/personal'
import { assignShade } from '#core/shade/shade'
import { nearestHelmet } from '#core/shade/helmet'
import type { Item } from '#shared/inspection/schema'
import type { Fix } from '#shared/training/schema'
import { gearState } from '../inspection/inspection'
import type { LoadedTraining } from './load'

/** What the shop has free for those who lack something; worked out once a session. */
export interface Free {
  helmets: Item[]
  machines: Item[]
  stations: { id: string; name: string }[]
}

const fit = (item: Item): boolean => !blocks(judgeGear(gearState(item)))

export function freeOf(loaded: LoadedTraining): Free {
  const here = loaded.members.filter(({ row }) => row.presence !== 'absent').map(({ row }) => row)
  const worn = new Set(here.map((row) => row.helmet_id))
  const owned = new Set(
    loaded.members.filter(({ row }) => row.presence !== 'absent').map(({ row }) => row.person_id),
  )
  const used = new Set(here.map((row) => row.machine_id))
  const taken = new Set(here.map((row) => row.station_id))
  const items = [...loaded.items.values()]
  return {
    // A helmet of someone in the session stays theirs; those of people who are not here may be lent.
    helmets: items.filter(
      (item) =>
        item.kind === 'helmet' &&
        !worn.has(item.id) &&
        (item.assignedToId === null || !owned.has(item.assignedToId)) &&
        fit(item),
    ),
    machines: items.filter((item) => item.kind === 'machine' && !used.has(item.id) && fit(item)),
    stations: [...loaded.stations.values()].filter(
      (station) =>
        !taken.has(station.id) &&
        station.designated &&
        items.some((item) => item.stationId === station.id && item.kind === 'machine' && fit(item)),
    ),
  }
}

/** What can be done about a square of the matrix, the likeliest first. */
export function fixesOf(
  cell: Cell,
  entry: LoadedTraining['members'][number],
  loaded: LoadedTraining,
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
    case 'cylinder':
      return gear(cell.need, entry, free, change, path)
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

function lendHelmet(member: Member, loaded: LoadedTraining, free: Free, people: string[]): Fix[] {
  if (!member.job) return []
  const shade = assignShade(member.job, loaded.rules)
  const { wanted } = personalShade(shade, member.eyes)
  if (shade.floor === null || wanted === null) return []
  const helmet = nearestHelmet(
    free.helmets.map((item) => ({ name: item.label, ranges: item.ranges ?? [], id: item.id })),
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
  entry: LoadedTraining['members'][number],
  free: Free,
  change: Change,
  path: Path,
): Fix[] {
  const { row } = entry
  const id = kind === 'machine' ? row.machine_id : row.cylinder_id
  const other =
    kind === 'machine'
      ? free.machines.find((item) => item.stationId === null || item.stationId === row.station_id)
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

const moves = (free: Free, people: string[], change: Change): Fix[] =>
  free.stations
    .slice(0, 1)
    .map((station) =>
      change(`Move to ${station.name}`, { kind: 'assign', people, set: { stationId: station.id } }),
    )

function clothing(
  cell: Cell,
  finding: Finding,
  entry: LoadedTraining['members'][number],
  loaded: LoadedTraining,
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
    const item = loaded.loaners.find((stock) => stock.ppeId === id)
    return item
      ? [
          change(`Lend ${item.code} ${item.size}`.trim(), {
            kind: 'lend',
            people,
            stockId: item.id,
          }),
        ]
      : []
  })
  return [
    ...lend,
    change('Has it', { kind: 'kit', people, items: cell.missing, state: 'has' }),
    ...(lacking.length === 0
      ? [change('Lacks it', { kind: 'kit', people, items: cell.missing, state: 'lacks' })]
      : []),
  ]
}
