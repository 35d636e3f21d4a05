import { randomUUID } from 'node:crypto'
import type { Actor } from '#server/services/actor'
import { beginMuster } from '#server/services/muster/begin'
import { addToMuster, countMuster, endMuster, shutGas } from '#server/services/muster/count'
import { readMuster } from '#server/services/muster/read'
import { PEOPLE } from './shop'

/** Who was there that morning beside those whom the records show. */
const ALSO_THERE = [...PEOPLE.slice(0, 14), 'Odo Farrier, ship chandler', 'Two from the insurer']
const END = 'One of the visitors stayed at his car. Visitors now sign in at the gatehouse.'
/** From one to the next at the meeting point, s. */
const EACH = 11

/** A drill of some weeks ago, in which one was never counted. @param at the yard so many ms after the alarm */
export async function addDrill(at: (after: number) => Actor): Promise<void> {
  const { id } = await beginMuster(at(0), {
    id: randomUUID(),
    drill: true,
    note: 'Smoke in the plate shop',
  })
  for (const [i, name] of ALSO_THERE.entries())
    await addToMuster(at((30 + i * 2) * 1000), id, { id: randomUUID(), name })
  const { people, gas } = await readMuster(at(0), id)
  for (const [i, { id: who }] of people.slice(0, -1).entries())
    await countMuster(at((70 + i * EACH) * 1000), id, { who, count: i === 1 ? 'away' : 'out' })
  for (const [i, one] of gas.entries())
    await shutGas(at((40 + i * EACH) * 1000), id, { gas: one.id, isShut: true })
  await endMuster(at(11 * 60_000), id, END)
}
