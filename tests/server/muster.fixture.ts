import { randomUUID } from 'node:crypto'
import type { MusterAnswer } from '#shared/muster/schema'
import { made, type Shop } from './shop.fixture'

/** A muster that runs. @returns it, and somebody on its list, by the first part of a path */
export async function useMuster(shop: Shop): Promise<{ musters: string; counted: string }> {
  const { lead } = shop.people
  const musters = await made(lead, '/musters', { id: randomUUID(), drill: false, note: 'Slip' })
  const { body } = await lead.send<MusterAnswer>('GET', `/musters/${musters}`)
  return { musters, counted: body.people[0]!.id }
}
