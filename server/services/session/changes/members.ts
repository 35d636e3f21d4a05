import { z } from 'zod'
import { CONFLICT_IDS } from '#core/ppe/terms'
import { PRESENCES } from '#core/readiness/terms'
import { gearAtStations, gearById, helmetsOf } from '#server/db/gear'
import { refuseLocked, whyLocked } from '#server/services/inspection/lock'
import { findJob } from '#server/db/job'
import { membersOf, putMembers, removeMembers, type MemberRow } from '#server/db/session'
import { fieldError } from '#server/errors'
import { changeKind, chosen, count, type ChangeOf, type Context } from './kind'

const memberSchema: z.ZodType<MemberRow> = z.object({
  person_id: z.uuid(),
  presence: z.enum(PRESENCES),
  station_id: z.uuid().nullable(),
  job_id: z.uuid().nullable(),
  helmet_id: z.uuid().nullable(),
  machine_id: z.uuid().nullable(),
  cylinder_id: z.uuid().nullable(),
  seen: z.array(z.enum(CONFLICT_IDS)),
})
const membersWas = z.object({ members: z.array(memberSchema) })
type MembersWas = z.infer<typeof membersWas>

const put = ({ db, actor, id }: Context, members: readonly MemberRow[]): Promise<void> =>
  putMembers(db, actor.organisation, id, members)
const putBack = (context: Context, { members }: MembersWas): Promise<void> => put(context, members)

/** Members as they stand, changed and written. */
async function edit(
  context: Context,
  people: readonly string[],
  how: (member: MemberRow) => MemberRow,
): Promise<MembersWas> {
  const members = await chosen(context, people)
  await put(context, members.map(how))
  return { members }
}

/** New members come with their own helmet, when no one else wears it. @returns who was added */
export async function addPeople(context: Context, people: readonly string[]): Promise<string[]> {
  const { db, id, scope } = context
  const here = await membersOf(db, id)
  const added = [...new Set(people)].filter(
    (person) => !here.some((member) => member.person_id === person),
  )
  const worn = new Set(here.map((member) => member.helmet_id))
  const helmets = (await helmetsOf(db, scope, added)).filter(({ id: helmet }) => !worn.has(helmet))
  const own = (person: string): string | null =>
    helmets.find((helmet) => helmet.assignedToId === person)?.id ?? null
  const members = added.map((person): MemberRow => ({
    person_id: person,
    presence: 'expected',
    station_id: null,
    job_id: null,
    helmet_id: own(person),
    machine_id: null,
    cylinder_id: null,
    seen: [],
  }))
  await put(context, members)
  return added
}

const addedWas = z.object({ added: z.array(z.uuid()) })
export const add = changeKind<ChangeOf<'add'>, z.infer<typeof addedWas>>(addedWas, {
  apply: async (context, { people }) => {
    const added = await addPeople(context, people)
    return { says: `Added ${count(added)}`, was: { added } }
  },
  undo: ({ db, id }, { added }) => removeMembers(db, id, added),
})

export const remove = changeKind<ChangeOf<'remove'>, MembersWas>(membersWas, {
  apply: async (context, { people }) => {
    const members = await chosen(context, people)
    await removeMembers(context.db, context.id, people)
    return { says: `Took ${count(members)} off the session`, was: { members } }
  },
  undo: putBack,
})

export const presence = changeKind<ChangeOf<'presence'>, MembersWas>(membersWas, {
  apply: async (context, { people, presence }) => ({
    says: `Marked ${count(people)} ${presence}`,
    was: await edit(context, people, (member) => ({ ...member, presence })),
  }),
  undo: putBack,
})

export const seen = changeKind<ChangeOf<'seen'>, MembersWas>(membersWas, {
  apply: async (context, { people, seen }) => ({
    says: 'Noted what was seen',
    was: await edit(context, people, (member) => ({ ...member, seen })),
  }),
  undo: putBack,
})

export const assign = changeKind<ChangeOf<'assign'>, MembersWas>(membersWas, {
  apply: async (context, { people, set }) => {
    if (set.jobId && !(await findJob(context.db, set.jobId)))
      throw fieldError('change.set.jobId', 'There is no such job.')
    await refuseLockedGear(context, set)
    const own = set.stationId ? (await standing(context, [set.stationId]))(set.stationId) : {}
    return {
      says: `Set place or work for ${count(people)}`,
      was: await edit(context, people, (member) => assigned({ ...member, ...own }, set)),
    }
  },
  undo: putBack,
})

/** Gear that is locked out is given to nobody. */
async function refuseLockedGear(
  { db, scope }: Context,
  { helmetId, machineId, cylinderId }: ChangeOf<'assign'>['set'],
): Promise<void> {
  for (const [path, id] of Object.entries({ helmetId, machineId, cylinderId }))
    if (id)
      refuseLocked(await gearById(db, scope, [id]), 'Assign it in a session', `change.set.${path}`)
}

const assigned = (member: MemberRow, set: ChangeOf<'assign'>['set']): MemberRow => ({
  ...member,
  ...(set.stationId !== undefined && { station_id: set.stationId }),
  ...(set.jobId !== undefined && { job_id: set.jobId }),
  ...(set.helmetId !== undefined && { helmet_id: set.helmetId }),
  ...(set.machineId !== undefined && { machine_id: set.machineId }),
  ...(set.cylinderId !== undefined && { cylinder_id: set.cylinderId }),
})

/** One after the other over the stations, each with what stands there. */
export const spread = changeKind<ChangeOf<'spread'>, MembersWas>(membersWas, {
  apply: async (context, { people, stations }) => {
    const ownOf = await standing(context, stations)
    const stationOf = (person: string): string =>
      stations[people.indexOf(person) % stations.length]!
    return {
      says: `Spread ${count(people)} over ${stations.length} stations`,
      was: await edit(context, people, (member) => {
        const station = stationOf(member.person_id)
        return { ...member, ...ownOf(station), station_id: station }
      }),
    }
  },
  undo: putBack,
})

/** Machine and cylinder that stand at a station come with it. Gear is read once, however many stations ask. */
async function standing(
  { db, scope }: Context,
  stations: readonly string[],
): Promise<(station: string) => Pick<Partial<MemberRow>, 'machine_id' | 'cylinder_id'>> {
  const gear = await gearAtStations(db, scope, stations)
  return (station) => {
    const at = (kind: 'machine' | 'cylinder'): string | undefined =>
      gear.find((one) => one.stationId === station && one.kind === kind && whyLocked(one) === null)
        ?.id
    const machine = at('machine')
    const cylinder = at('cylinder')
    return { ...(machine && { machine_id: machine }), ...(cylinder && { cylinder_id: cylinder }) }
  }
}
