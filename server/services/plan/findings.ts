import { blocks } from '#core/finding/finding'
import { classesOf, type FireClass } from '#core/inspection/fire-class'
import { judgeGear } from '#core/inspection/gear'
import type { Equipment } from '#core/plan/judge/equipment'
import type { Plan, Thing } from '#core/plan/plan'
import { cylindersOfStores } from '#server/db/cylinder'
import { burningStations } from '#server/db/extinguisher'
import { gearById } from '#server/db/gear'
import { findDraft, findPlanVersion } from '#server/db/plan'
import { inOrganisation, type Db } from '#server/db/pool'
import { gearState } from '#shared/inspection/state'
import type { Gear } from '#shared/inspection/schema'
import type { FindingsQuery } from '#shared/plan/judged'
import type { Actor } from '../actor'
import { asCylinder } from '../gas/cylinder'
import { asStored } from '../gas/store'
import { scopeOf } from '../shop/shop'
import { furtherFindings, judgedOnce } from './judged-once'
import type { JudgedPlan } from './judged-text'
import { withoutVersions } from './plan'

/** A plan with what is known today of the gear and stations on it; null: there is none. */
type ReadPlan = (actor: Actor) => Promise<JudgedPlan | null>
const known =
  (read: (db: Db, actor: Actor) => Promise<Plan | null>): ReadPlan =>
  (actor) =>
    inOrganisation(actor.organisation, async (db) => {
      const plan = await read(db, actor)
      return plan && { plan, equipment: await equipmentOn(db, actor, plan) }
    })
const published = known(
  async (db, { site }) => (await findPlanVersion(db, site, null))?.plan ?? null,
)
const draft = known(async (db, { site }) => withoutVersions(await findDraft(db, site)))

/** Judged between transactions, as all that follows. */
async function judged(actor: Actor, read: ReadPlan, how: { mayChange: boolean }) {
  const input = await read(actor)
  return input
    ? judgedOnce(actor.person, input, how)
    : { of: 'nothing', faults: [], marks: [], groups: [] }
}
export const readFindings = (actor: Actor) => judged(actor, published, { mayChange: false })
export const readDraftFindings = (actor: Actor) => judged(actor, draft, { mayChange: true })

async function further(actor: Actor, read: ReadPlan, query: FindingsQuery) {
  const input = await read(actor)
  return input ? furtherFindings(actor.person, input, query) : { findings: [] }
}
export const readFurtherFindings = (actor: Actor, query: FindingsQuery) =>
  further(actor, published, query)
export const readFurtherDraftFindings = (actor: Actor, query: FindingsQuery) =>
  further(actor, draft, query)

/** Of the things that stand for something on record: what is ready, and what burns. */
export async function equipmentOn(db: Db, actor: Actor, { things }: Plan): Promise<Equipment> {
  const scope = await scopeOf(db, actor)
  const standing = (kind: Thing['kind']): { id: string; of: string }[] =>
    things.flatMap(({ id, kind: is, of }) => (is === kind && of !== null ? [{ id, of }] : []))
  const [extinguishers, eyewash, curtains, stations, stores] = (
    ['extinguisher', 'eyewash', 'curtain', 'station', 'gasStore'] as const
  ).map(standing) as [Standing, Standing, Standing, Standing, Standing]
  const known = await gearById(
    db,
    scope,
    [...extinguishers, ...eyewash, ...curtains].map(({ of }) => of),
  )
  const ready = new Map(
    known
      .filter((gear) => !blocks(judgeGear(gearState(gear, scope))))
      .map((gear) => [gear.id, gear]),
  )
  const burning = await burningStations(
    db,
    scope,
    stations.map(({ of }) => of),
  )
  const burns = new Map(burning.map((station) => [station.id, station.burns]))
  return {
    extinguishers: new Map(extinguishers.flatMap(({ id, of }) => putsOut(id, ready.get(of)))),
    eyewash: new Set(eyewash.flatMap(({ id, of }) => (ready.has(of) ? [id] : []))),
    curtains: new Set(curtains.flatMap(({ id, of }) => (ready.has(of) ? [id] : []))),
    stored: await storedIn(db, scope, stores),
    burns: new Map(stations.map(({ id, of }) => [id, burns.get(of) ?? null])),
  }
}
type Standing = { id: string; of: string }[]

/** More than all stores of a shop hold. */
const MOST_CYLINDERS = 5_000

/** The cylinders of each store; where there are too many to read, none of the stores is known. */
async function storedIn(
  db: Db,
  scope: Awaited<ReturnType<typeof scopeOf>>,
  stores: Standing,
): Promise<Equipment['stored']> {
  const rows = await cylindersOfStores(
    db,
    scope,
    stores.map(({ of }) => of),
    MOST_CYLINDERS,
  )
  if (rows.length === MOST_CYLINDERS) return new Map()
  const cylinders = rows.map((row) => asCylinder(row, scope))
  return new Map(
    stores.map(({ id, of }) => [
      id,
      cylinders.filter(({ storeId }) => storeId === of).map(asStored),
    ]),
  )
}

const putsOut = (thing: string, gear: Gear | undefined): [string, readonly FireClass[]][] =>
  gear ? [[thing, classesOf(gear.fields) ?? []]] : []
