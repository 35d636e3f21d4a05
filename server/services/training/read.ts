import { judgeMember, judgeSession, type Readiness } from '#core/readiness/readiness'
import type { Level } from '#core/finding/finding'
import { lastChange, listTrainings } from '#server/db/training'
import type { Page } from '#server/db/page'
import { inOrganisation, type Db } from '#server/db/pool'
import type { Item } from '#shared/inspection/schema'
import type { Training, TrainingMember, TrainingRow } from '#shared/training/schema'
import type { Actor } from '../actor'
import { fixesOf, freeOf, type Free } from './fixes'
import { loadTraining, type LoadedTraining } from './load'

export const readTrainings = (
  actor: Actor,
  query: Parameters<typeof listTrainings>[2],
): Promise<Page<TrainingRow>> =>
  inOrganisation(actor.organisation, (db) => listTrainings(db, actor.site, query))

export const readTraining = (actor: Actor, id: string): Promise<Training> =>
  inOrganisation(actor.organisation, (db) => trainingNow(db, actor, id))

/** A session judged as everything stands this moment. */
export async function trainingNow(db: Db, actor: Actor, id: string): Promise<Training> {
  const loaded = await loadTraining(db, actor, id)
  return { ...judgeTraining(loaded), undo: await lastChange(db, id) }
}

/** All squares of the matrix with what can be done about each. Pure: everything it needs was read before. */
export function judgeTraining(loaded: LoadedTraining): Omit<Training, 'undo'> {
  const { training } = loaded
  const free = freeOf(loaded)
  const judged = loaded.members.map((entry) => ({
    entry,
    readiness: judgeMember(entry.member, loaded.rules, loaded.today),
  }))
  const count = (level: Level | null): number =>
    judged.filter(({ readiness }) => readiness.level === level).length
  return {
    id: training.id,
    day: training.day,
    today: training.day === loaded.today,
    title: training.title,
    courseId: training.course_id,
    course: training.course,
    rehearsal: training.rehearsal,
    level: judgeSession(judged.map(({ readiness }) => readiness)),
    counts: {
      clear: count('clear'),
      caution: count('caution'),
      stop: count('stop'),
      unknown: count('unknown'),
      absent: count(null),
    },
    members: judged.map(({ entry, readiness }) => toMember(entry, readiness, loaded, free)),
    stations: stationsOf(loaded),
    due: {
      helmet: dueOf('helmet', loaded),
      machine: dueOf('machine', loaded),
      cylinder: dueOf('cylinder', loaded),
    },
  }
}

function toMember(
  entry: LoadedTraining['members'][number],
  readiness: Readiness,
  loaded: LoadedTraining,
  free: Free,
): TrainingMember {
  const { row, member } = entry
  const item = (id: string | null) =>
    id === null ? null : { id, name: loaded.items.get(id)?.label ?? '' }
  return {
    personId: row.person_id,
    name: row.name,
    presence: row.presence,
    seen: row.seen,
    process: member.job?.process ?? null,
    amps: member.job?.amps ?? null,
    station: row.station_id ? { id: row.station_id, name: member.station ?? '' } : null,
    job: row.job_id ? { id: row.job_id, name: row.job_title ?? '' } : null,
    helmet: item(row.helmet_id),
    machine: item(row.machine_id),
    cylinder: item(row.cylinder_id),
    wanted: readiness.wanted,
    set: readiness.set,
    level: readiness.level,
    cells: readiness.cells.map((cell) => ({
      need: cell.need,
      level: cell.finding?.level ?? null,
      sentence: cell.finding?.sentence ?? '',
      finding: cell.finding,
      fixes: fixesOf(cell, entry, loaded, free),
    })),
  }
}

function stationsOf(loaded: LoadedTraining): Training['stations'] {
  const people = (id: string): number =>
    loaded.members.filter(({ row }) => row.station_id === id && row.presence !== 'absent').length
  return [...loaded.stations.values()]
    .map((station) => ({
      id: station.id,
      name: station.name,
      proved: station.air.hood === 'none' ? null : (loaded.proofs.get(station.id) ?? false),
      people: people(station.id),
    }))
    .filter((station) => station.people > 0)
}

/** Items in use in this session that wait for someone to look at them; what is locked out is not looked at in passing. */
function dueOf(kind: Item['kind'], loaded: LoadedTraining): { id: string; label: string }[] {
  const used = new Set(
    loaded.members
      .filter(({ row }) => row.presence !== 'absent')
      .flatMap(({ row, member }) => {
        if (kind === 'helmet') return [row.helmet_id]
        return member.job === null ? [] : [kind === 'machine' ? row.machine_id : row.cylinder_id]
      }),
  )
  return [...loaded.items.values()]
    .filter((item) => item.kind === kind && used.has(item.id) && item.due)
    .map((item) => ({ id: item.id, label: item.label }))
}
