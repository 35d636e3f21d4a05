import { dueState } from '#core/inspection/schedule'
import { judgeMember, judgeSession, type Readiness } from '#core/readiness/readiness'
import type { Level } from '#core/finding/finding'
import { isPrivate, withheld } from '#core/people/private'
import { lastChange, listSessions } from '#server/db/session'
import type { Page } from '#server/db/page'
import { inOrganisation, type Db } from '#server/db/pool'
import type { Gear } from '#shared/inspection/schema'
import type { Session, SessionMember, SessionRow } from '#shared/session/schema'
import type { Actor } from '../actor'
import { mayKnow } from '../privacy'
import { fixesOf, freeOf, type Free } from './fixes'
import { loadSession, type LoadedSession } from './load'

export const readSessions = (
  actor: Actor,
  query: Parameters<typeof listSessions>[2],
): Promise<Page<SessionRow>> =>
  inOrganisation(actor.organisation, (db) => listSessions(db, actor.site, query))

export const readSession = (actor: Actor, id: string): Promise<Session> =>
  inOrganisation(actor.organisation, (db) => sessionNow(db, actor, id))

/** A session judged as everything stands this moment. */
export async function sessionNow(db: Db, actor: Actor, id: string): Promise<Session> {
  const loaded = await loadSession(db, actor, id)
  const judged = judgeLoaded(loaded)
  return {
    ...judged,
    members: judged.members.map((member) => asSeen(actor, member)),
    undo: await lastChange(db, id),
  }
}

/** Of others, whoever is no staff sees ready or not; the shade would tell of their eyes. */
function asSeen(actor: Actor, member: SessionMember): SessionMember {
  if (mayKnow(actor, member.personId)) return member
  const plain = withoutHealth(member)
  return {
    ...plain,
    wanted: null,
    set: null,
    cells: plain.cells.map((cell) => ({ ...cell, fixes: [] })),
  }
}

/** What the helmet is set to follows from the eyes of the one who wears it. */
const HELMET = 'eyes.helmet'

/** A member as everybody may read them, on a wall too. */
export function withoutHealth(member: SessionMember): SessionMember {
  return {
    ...member,
    cells: member.cells.map((cell) => {
      const { finding } = cell
      if (!finding || !(isPrivate(finding) || finding.code === HELMET)) return cell
      const plain = withheld(finding)
      return { ...cell, finding: plain, sentence: plain.sentence, fixes: [] }
    }),
  }
}

/** All squares of the matrix with what can be done about each. Pure: everything it needs was read before. */
export function judgeLoaded(loaded: LoadedSession): Omit<Session, 'undo'> {
  const { session } = loaded
  const free = freeOf(loaded)
  const judged = loaded.members.map((entry) => ({
    entry,
    readiness: judgeMember(entry.member, loaded.rules, loaded.today),
  }))
  const count = (level: Level | null): number =>
    judged.filter(({ readiness }) => readiness.level === level).length
  return {
    id: session.id,
    day: session.day,
    today: session.day === loaded.today,
    title: session.title,
    courseId: session.course_id,
    course: session.course,
    rehearsal: session.rehearsal,
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
  entry: LoadedSession['members'][number],
  readiness: Readiness,
  loaded: LoadedSession,
  free: Free,
): SessionMember {
  const { row, member } = entry
  const gearOf = (id: string | null) =>
    id === null ? null : { id, name: loaded.gear.get(id)?.label ?? '' }
  return {
    personId: row.person_id,
    name: row.name,
    presence: row.presence,
    seen: row.seen,
    process: member.job?.process ?? null,
    amps: member.job?.amps ?? null,
    station: row.station_id ? { id: row.station_id, name: member.station ?? '' } : null,
    job: row.job_id ? { id: row.job_id, name: row.job_title ?? '' } : null,
    helmet: gearOf(row.helmet_id),
    machine: gearOf(row.machine_id),
    cylinder: gearOf(row.cylinder_id),
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

function stationsOf(loaded: LoadedSession): Session['stations'] {
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

/** Only the look before use is done for many at once; what is due by the calendar has its own page. */
const isRoutineDue = (gear: Gear, { today, grace }: LoadedSession): boolean =>
  gear.lockReason === null &&
  gear.event === null &&
  gear.looks.some((look) => look.occasion === 'beforeUse' && dueState(look, today, grace) === 'due')

/** Items in use in this session that wait for someone to look at them; what is locked out is not looked at in passing. */
function dueOf(kind: Gear['kind'], loaded: LoadedSession): { id: string; label: string }[] {
  const used = new Set(
    loaded.members
      .filter(({ row }) => row.presence !== 'absent')
      .flatMap(({ row, member }) => {
        if (kind === 'helmet') return [row.helmet_id]
        return member.job === null ? [] : [kind === 'machine' ? row.machine_id : row.cylinder_id]
      }),
  )
  return [...loaded.gear.values()]
    .filter((gear) => gear.kind === kind && used.has(gear.id) && isRoutineDue(gear, loaded))
    .map((gear) => ({ id: gear.id, label: gear.label }))
}
