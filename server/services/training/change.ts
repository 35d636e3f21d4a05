import { randomUUID } from 'node:crypto'
import { assignPpe } from '#core/ppe/ppe'
import { allItems } from '#server/db/item'
import { findJob } from '#server/db/job'
import { inOrganisation, type Db } from '#server/db/pool'
import {
  addClearances,
  clearancesOf,
  kitOf,
  recordsOf,
  removeClearances,
  removeKit,
  setKit,
  setSealChecks,
  type KitRow,
} from '#server/db/record'
import {
  findTraining,
  insertChange,
  lastChange,
  markUndone,
  membersOf,
  proofsOf,
  putMembers,
  putProofs,
  removeMembers,
  removeProofs,
  type MemberRow,
} from '#server/db/training'
import { conflict, fieldError, notFound } from '#server/http/errors'
import type { Process } from '#core/job/job'
import type { Training, TrainingChange } from '#shared/training/schema'
import { record, type Actor } from '../actor'
import { scopeOf, type ShopScope } from '../shop/shop'
import { move } from '../stock/stock'
import { loadTraining } from './load'
import { trainingNow } from './read'

/** What stood before a change, enough to put it back. */
interface Before {
  members?: MemberRow[]
  added?: string[]
  proofs?: { station: string; proved: boolean | null }[]
  cleared?: { people: string[]; process: Process }
  kit?: { rows: KitRow[]; people: string[]; items: string[] }
  seals?: { person: string; day: string | null }[]
  lent?: { stock: string; person: string }
}
interface Done {
  says: string
  before: Before
}
interface Context {
  db: Db
  actor: Actor
  id: string
  scope: ShopScope
}

/** Change a session and say how it stands now. */
export function changeTraining(
  actor: Actor,
  id: string,
  change: TrainingChange,
): Promise<Training> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await findTraining(db, id, true))) throw notFound('session')
    const done = await apply({ db, actor, id, scope: await scopeOf(db, actor) }, change)
    await insertChange(db, {
      id: randomUUID(),
      organisation: actor.organisation,
      training: id,
      says: done.says,
      before: done.before,
      person: actor.person,
      at: actor.now,
    })
    await record(db, actor, 'session_changed', 'session', id, { ...change, says: done.says })
    return trainingNow(db, actor, id)
  })
}

const toRow = ({
  person_id,
  presence,
  station_id,
  job_id,
  helmet_id,
  machine_id,
  cylinder_id,
  seen,
}: MemberRow): MemberRow => ({
  person_id,
  presence,
  station_id,
  job_id,
  helmet_id,
  machine_id,
  cylinder_id,
  seen,
})
const count = (people: readonly unknown[]): string =>
  people.length === 1 ? 'one person' : `${people.length} people`

async function apply(context: Context, change: TrainingChange): Promise<Done> {
  const { db, actor, id, scope } = context
  switch (change.kind) {
    case 'add':
      return addPeople(context, change.people)
    case 'remove': {
      const members = await chosen(context, change.people)
      await removeMembers(db, id, change.people)
      return { says: `Took ${count(members)} off the session`, before: { members } }
    }
    case 'presence':
      return edit(
        context,
        change.people,
        `Marked ${count(change.people)} ${change.presence}`,
        (member) => ({ ...member, presence: change.presence }),
      )
    case 'seen':
      return edit(context, change.people, 'Noted what was seen', (member) => ({
        ...member,
        seen: change.seen,
      }))
    case 'assign': {
      const own = change.set.stationId ? await ownOf(context, change.set.stationId) : {}
      if (change.set.jobId && !(await findJob(db, change.set.jobId)))
        throw fieldError('change.set.jobId', 'There is no such job.')
      return edit(
        context,
        change.people,
        `Set place or work for ${count(change.people)}`,
        (member) => assigned({ ...member, ...own }, change.set),
      )
    }
    case 'spread':
      return spread(context, change.people, change.stations)
    case 'prove': {
      const known = await proofsOf(db, id)
      await putProofs(db, actor.organisation, id, change.stations, change.proved)
      return {
        says: `Extraction ${change.proved ? 'proved' : 'not proved'} at ${change.stations.length} stations`,
        before: {
          proofs: change.stations.map((station) => ({
            station,
            proved: known.find((proof) => proof.station_id === station)?.proved ?? null,
          })),
        },
      }
    }
    case 'clear': {
      const known = (await clearancesOf(db, change.people))
        .filter((entry) => entry.process === change.process)
        .map((entry) => entry.person_id)
      const people = change.people.filter((person) => !known.includes(person))
      await chosen(context, change.people)
      await addClearances(
        db,
        actor.organisation,
        people,
        [change.process],
        actor.person,
        scope.today,
      )
      return {
        says: `Signed the clearance for ${change.process} of ${count(people)}`,
        before: { cleared: { people, process: change.process } },
      }
    }
    case 'kit':
      await chosen(context, change.people)
      return kit(
        context,
        change.people.flatMap((person) =>
          change.items.map((item) => ({
            person_id: person,
            ppe_id: item,
            state: change.state,
            size: null,
          })),
        ),
        `${change.items.length === 1 ? 'One piece' : `${change.items.length} pieces`} ${change.state === 'has' ? 'seen on' : 'lacking on'} ${count(change.people)}`,
      )
    case 'kit_open':
      return kitOpen(context, change.people)
    case 'seal': {
      const members = await chosen(context, change.people)
      const seals = (await recordsOf(db, change.people)).map((row) => ({
        person: row.person_id,
        day: row.seal_check_on,
      }))
      await setSealChecks(db, change.people, scope.today)
      return { says: `Seal check seen on ${count(members)}`, before: { seals } }
    }
    case 'lend': {
      const [person] = change.people
      if (change.people.length !== 1)
        throw fieldError('change.people', 'Lend to one person at a time.')
      await chosen(context, change.people)
      const stock = await move(db, actor, change.stockId, {
        moveId: randomUUID(),
        kind: 'lend',
        quantity: 1,
        personId: person!,
        unused: false,
        note: 'Lent for a session',
      })
      return {
        says: `Lent ${stock.code}`,
        before: { lent: { stock: change.stockId, person: person! } },
      }
    }
  }
}

/** Members named by a change, as they stand. */
async function chosen({ db, id }: Context, people: readonly string[]): Promise<MemberRow[]> {
  const members = (await membersOf(db, id))
    .filter((member) => people.includes(member.person_id))
    .map(toRow)
  if (members.length !== new Set(people).size)
    throw fieldError('change.people', 'Someone named here is not in this session.')
  return members
}

async function edit(
  context: Context,
  people: readonly string[],
  says: string,
  how: (member: MemberRow) => MemberRow,
): Promise<Done> {
  const members = await chosen(context, people)
  await putMembers(context.db, context.actor.organisation, context.id, members.map(how))
  return { says, before: { members } }
}

const assigned = (
  member: MemberRow,
  set: Extract<TrainingChange, { kind: 'assign' }>['set'],
): MemberRow => ({
  ...member,
  ...(set.stationId !== undefined && { station_id: set.stationId }),
  ...(set.jobId !== undefined && { job_id: set.jobId }),
  ...(set.helmetId !== undefined && { helmet_id: set.helmetId }),
  ...(set.machineId !== undefined && { machine_id: set.machineId }),
  ...(set.cylinderId !== undefined && { cylinder_id: set.cylinderId }),
})

/** Machine and cylinder that stand at a station come with it. */
async function ownOf({ db, scope }: Context, station: string): Promise<Partial<MemberRow>> {
  const own = (await allItems(db, scope, null)).filter((item) => item.stationId === station)
  const machine = own.find((item) => item.kind === 'machine')
  const cylinder = own.find((item) => item.kind === 'cylinder')
  return {
    ...(machine && { machine_id: machine.id }),
    ...(cylinder && { cylinder_id: cylinder.id }),
  }
}

/** New members come with their own helmet, when no one else wears it. */
export async function addPeople(context: Context, people: readonly string[]): Promise<Done> {
  const { db, actor, id, scope } = context
  const here = await membersOf(db, id)
  const added = [...new Set(people)].filter(
    (person) => !here.some((member) => member.person_id === person),
  )
  const worn = new Set(here.map((member) => member.helmet_id))
  const helmets = (await allItems(db, scope, 'helmet')).filter((item) => !worn.has(item.id))
  const own = (person: string): string | null =>
    helmets.find((item) => item.assignedToId === person)?.id ?? null
  await putMembers(
    db,
    actor.organisation,
    id,
    added.map((person) => ({
      person_id: person,
      presence: 'expected',
      station_id: null,
      job_id: null,
      helmet_id: own(person),
      machine_id: null,
      cylinder_id: null,
      seen: [],
    })),
  )
  return { says: `Added ${count(added)}`, before: { added } }
}

/** One after the other over the stations, each with what stands there. */
async function spread(
  context: Context,
  people: readonly string[],
  stations: readonly string[],
): Promise<Done> {
  const own = new Map<string, Partial<MemberRow>>()
  for (const station of stations) own.set(station, await ownOf(context, station))
  return edit(
    context,
    people,
    `Spread ${count(people)} over ${stations.length} stations`,
    (member) => {
      const station = stations[people.indexOf(member.person_id) % stations.length]!
      return { ...member, ...own.get(station), station_id: station }
    },
  )
}

async function kit({ db, actor, scope }: Context, rows: KitRow[], says: string): Promise<Done> {
  const people = [...new Set(rows.map((row) => row.person_id))]
  const items = [...new Set(rows.map((row) => row.ppe_id))]
  const before = (await kitOf(db, people)).filter((row) => items.includes(row.ppe_id))
  await setKit(db, actor.organisation, rows, scope.today)
  return { says, before: { kit: { rows: before, people, items } } }
}

/** Everything that the work asks for and nobody has answered was looked at and is there. */
async function kitOpen(context: Context, people: readonly string[]): Promise<Done> {
  await chosen(context, people)
  const loaded = await loadTraining(context.db, context.actor, context.id)
  const rows = loaded.members
    .filter(({ row }) => people.includes(row.person_id))
    .flatMap(({ row, member }): KitRow[] =>
      member.job === null
        ? []
        : assignPpe(member.job, loaded.rules)
            .wear.filter((item) => member.kit[item.id] === undefined)
            .map((item) => ({
              person_id: row.person_id,
              ppe_id: item.id,
              state: 'has',
              size: null,
            })),
    )
  return kit(context, rows, `Looked over ${count(people)}: everything open is there`)
}

/** Take the last change back. */
export function undoTraining(actor: Actor, id: string): Promise<Training> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await findTraining(db, id, true))) throw notFound('session')
    const last = await lastChange<Before>(db, id)
    if (!last) throw conflict('There is nothing to take back.', 'nothing_to_undo')
    await putBack(db, actor, id, last.before, (await scopeOf(db, actor)).today)
    await markUndone(db, last.id, actor.now)
    await record(db, actor, 'session_undone', 'session', id, { says: last.says })
    return trainingNow(db, actor, id)
  })
}

async function putBack(
  db: Db,
  actor: Actor,
  id: string,
  before: Before,
  today: string,
): Promise<void> {
  if (before.added) await removeMembers(db, id, before.added)
  if (before.members) await putMembers(db, actor.organisation, id, before.members)
  for (const { station, proved } of before.proofs ?? []) {
    if (proved === null) await removeProofs(db, id, [station])
    else await putProofs(db, actor.organisation, id, [station], proved)
  }
  if (before.cleared) await removeClearances(db, before.cleared.people, [before.cleared.process])
  if (before.kit) {
    await removeKit(db, before.kit.people, before.kit.items)
    await setKit(db, actor.organisation, before.kit.rows, today)
  }
  for (const seal of before.seals ?? []) await setSealChecks(db, [seal.person], seal.day)
  if (before.lent)
    await move(db, actor, before.lent.stock, {
      moveId: randomUUID(),
      kind: 'return',
      quantity: 1,
      personId: before.lent.person,
      unused: true,
      note: 'Taken back with undo',
    })
}
