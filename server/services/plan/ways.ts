import type { Reached } from '#core/plan/judge/reach'
import type { Plan, Thing } from '#core/plan/plan'
import { dayAfter } from '#core/calendar/day'
import { dueLooks } from '#server/db/look'
import { findPlanVersion } from '#server/db/plan'
import { inOrganisation } from '#server/db/pool'
import { fieldError } from '#server/errors'
import { inPool } from '#server/heavy/pool'
import type { DueLook } from '#shared/inspection/due'
import type { UnreachedGround, Walk } from '#shared/plan/ways'
import type { Actor } from '../actor'
import { toDueLook } from '../inspection/due'
import { scopeOf } from '../shop/shop'
import { equipmentOn } from './findings'

/** Ground of the published plan from which nothing that is ready is reached in time. */
export async function readUnreached(actor: Actor, what: Reached): Promise<UnreachedGround> {
  const input = await inOrganisation(actor.organisation, async (db) => {
    const plan = (await findPlanVersion(db, actor.site, null))?.plan
    return plan && { plan, equipment: await equipmentOn(db, actor, plan), what }
  })
  return input ? inPool('findUnreached', actor.person, input) : []
}

/** One walk takes in so many looks, at so many places. */
const MOST_LOOKS = 300
const MOST_PLACES = 40

/** What is due, in the order in which one walks to it on the published plan. */
export async function readWalk(
  actor: Actor,
  query: { days: number; from?: string },
): Promise<Walk> {
  const { plan, looks } = await inOrganisation(actor.organisation, async (db) => {
    const { site, today, timeZone } = await scopeOf(db, actor)
    const due = { site, today, timeZone, until: dayAfter(today, query.days) }
    const rows = await dueLooks(db, due, { most: MOST_LOOKS, offset: 0 })
    const version = await findPlanVersion(db, actor.site, null)
    return { plan: version?.plan ?? null, looks: rows.map(toDueLook) }
  })
  const placed = new Map<string, DueLook[]>()
  const astray: DueLook[] = []
  for (const look of looks) {
    const thing = plan && placeOf(plan, look)
    const known = thing && (placed.has(thing.id) || placed.size < MOST_PLACES)
    if (known) placed.set(thing.id, [...(placed.get(thing.id) ?? []), look])
    else astray.push(look)
  }
  const things = plan?.things.filter(({ id }) => placed.has(id)) ?? []
  const from = plan && things.length > 0 ? startOf(plan, things, query.from) : null
  const more = looks.length === MOST_LOOKS
  if (!plan || !from) return { from: null, stops: [], length: 0, astray: looks, more }
  const order = await inPool('orderWalk', actor.person, { plan, from, things })
  const nameOf = (id: string): string => things.find((thing) => thing.id === id)!.name
  return {
    from: { thing: from.id, name: from.name, floor: from.floor },
    stops: order.stops.map(({ thing, metres, points }) => ({
      thing,
      name: nameOf(thing),
      metres,
      points: [...points],
      looks: placed.get(thing)!,
    })),
    length: order.length,
    astray: [...astray, ...order.astray.flatMap((id) => placed.get(id)!)],
    more,
  }
}

/** Where a look is done: at the piece itself where it is drawn, else at its station. */
const placeOf = ({ things }: Plan, { id, stationId }: DueLook): Thing | undefined =>
  things.find(({ of }) => of === id) ??
  (stationId === null ? undefined : things.find(({ of }) => of === stationId))

/** @throws where the thing to begin at is not drawn */
function startOf({ things }: Plan, due: readonly Thing[], from: string | undefined): Thing {
  if (from === undefined) return things.find(({ kind }) => kind === 'exit') ?? due[0]!
  const found = things.find(({ id }) => id === from)
  if (!found) throw fieldError('from', 'This is not on the plan.')
  return found
}
