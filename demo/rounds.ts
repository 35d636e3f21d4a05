import { randomUUID } from 'node:crypto'
import { linesOf } from '#core/inspection/checklist'
import { PLACE_OF_ROUND, listOfRound, type Round } from '#core/inspection/round'
import { inOrganisation } from '#server/db/pool'
import { lastUses } from '#server/db/round'
import type { Actor } from '#server/services/actor'
import { closeOpenPoint, makeRound, readBooth } from '#server/services/inspection/round'
import { readStations, scopeOf } from '#server/services/shop/shop'

const HOUR = 3_600_000

/** What was not right, by booth: on the handover as its person saw it, or as the next one found it. */
const LEFT: Record<string, Record<string, string>> = {
  'Booth 4': { rods: 'Stubs left for the bin' },
}
const FOUND: Record<string, Record<string, string>> = {
  'Booth 2': { table: 'Spatter left', cylinders: 'Valve open' },
}
/** Nobody handed these over. */
const FORGOTTEN = ['Booth 7', 'Booth 10']

const filled = (round: Round, failing: Record<string, string> = {}) => {
  const list = listOfRound(round)
  return linesOf(PLACE_OF_ROUND[list], list).map(({ id }) =>
    failing[id] ? { id, mark: 'fail' as const, note: failing[id] } : { id, mark: 'pass' as const },
  )
}

/** Yesterday's booths handed over, most of them; the shop closed; this morning the instructor went round. The opening is left for the visitor. */
export async function addRounds(actor: Actor, instructor: string): Promise<void> {
  const make = (
    by: Actor,
    round: Round,
    stationId: string | null,
    failing?: Record<string, string>,
  ): Promise<unknown> =>
    makeRound(by, { id: randomUUID(), round, stationId, lines: filled(round, failing) })
  const yesterday = new Date(actor.now.getTime() - 24 * HOUR)
  const stations = await readStations(actor)
  const uses = await inOrganisation(actor.organisation, async (db) =>
    lastUses(db, await scopeOf(db, actor)),
  )
  for (const { station, people } of uses) {
    const name = stations.find(({ id }) => id === station)!.name
    if (FORGOTTEN.includes(name)) continue
    const by: Actor = { ...actor, person: people[0]!.id, role: 'worker', now: yesterday }
    await make(by, 'handover', station, LEFT[name])
  }
  await make({ ...actor, now: new Date(yesterday.getTime() + HOUR / 2) }, 'closing', null)
  const morning: Actor = { ...actor, person: instructor, role: 'instructor' }
  for (const [name, failing] of Object.entries(FOUND)) {
    const { id } = stations.find((one) => one.name === name)!
    await make(morning, 'arrival', id, failing)
    // What keeps from work was put right at once, by whoever left it.
    for (const point of (await readBooth(actor, id)).open)
      if (point.critical && point.leftById)
        await closeOpenPoint({ ...morning, person: point.leftById }, point.id, 'Valve shut')
  }
}
