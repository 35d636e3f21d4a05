import { randomUUID } from 'node:crypto'
import { permitState } from '#core/permit/lifecycle'
import { stopsWork } from '#core/permit/stops-work'
import { permitsAtWork, sitesAtWork } from '#server/db/permit-people'
import { inOrganisation, inTransaction, type Db } from '#server/db/pool'
import type { Topic } from '#shared/changes/topics'
import { judgePermit } from './judge'
import { lifeOf } from './life'
import { applyTransition, hold, type Stepper } from './step'
import { log } from '#server/log'

/** Of what a gate may turn red. */
export const GATE_TOPICS: readonly Topic[] = [
  'gear',
  'gas',
  'people',
  'jobs',
  'air',
  'monitors',
  'plan',
]

/**
 * Suspend what must not go on: permits of a site under which work goes on or may begin, and of which a gate turned red.
 * Each in a transaction of its own, judged with the permit held: two servers at once, or one cut off half way, suspend it once.
 * @returns numbers of those that were suspended
 */
export async function suspendTurned(
  { organisation, site }: { organisation: string; site: string },
  now: Date,
): Promise<number[]> {
  const suspended: number[] = []
  for (const id of await inOrganisation(organisation, (db) => permitsAtWork(db, site)))
    try {
      const number = await inOrganisation(organisation, (db) =>
        suspendIfTurned(db, { organisation, site, now, id }),
      )
      if (number !== null) suspended.push(number)
    } catch (error) {
      // One that cannot be judged keeps nobody from looking after the others.
      log('error', 'A permit could not be judged.', error, { permit: id })
    }
  return suspended
}

async function suspendIfTurned(
  db: Db,
  { organisation, site, now, id }: { organisation: string; site: string; now: Date; id: string },
): Promise<number | null> {
  const held = await hold(db, id)
  const { row } = held
  const state = permitState(lifeOf(held), now.getTime())
  if (state !== 'issued' && state !== 'working') return null
  const turned = (await judgePermit(db, { site, now }, held)).gates.open.find(stopsWork)
  if (!turned) return null
  const by: Stepper = {
    organisation,
    person: null,
    name: 'Zonaris',
    now,
    rehearsal: row.rehearsal,
  }
  await applyTransition(db, by, held, 'suspend', { id: randomUUID(), note: turned.sentence })
  return row.number
}

/** The same at every site at which work may be going on. */
export async function suspendTurnedEverywhere(now: Date): Promise<void> {
  for (const at of await inTransaction(sitesAtWork)) await suspendTurned(at, now)
}
