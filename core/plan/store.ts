import type { Plan } from './plan'
import { shortestBetween } from './segment'
import { apart } from './shape'

/**
 * How far it is from a gas store on record to the nearest thing drawn that burns, m.
 * @returns null where the store is not drawn, or nothing that burns is drawn on its floor
 */
export function toCombustibles({ things }: Plan, store: string): number | null {
  const thing = things.find(({ kind, of }) => kind === 'gasStore' && of === store)
  if (!thing) return null
  return things
    .filter(({ kind, floor }) => kind === 'combustible' && floor === thing.floor)
    .map(({ shape }) => apart(...shortestBetween(thing.shape, shape)))
    .reduce<number | null>((least, metres) => Math.min(least ?? Infinity, metres), null)
}
