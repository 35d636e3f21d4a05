import type { Finding } from '../../finding/finding'
import type { Point, Thing } from '../plan'
import type { DrawnFinding } from './drawn'

/** What is said of a thing, with the others that it is about and what is drawn for it. */
export const says = (
  thing: Thing,
  finding: Finding,
  { others = [], lines = [], screens }: Said = {},
): DrawnFinding => ({
  finding,
  floor: thing.floor,
  things: [thing.id, ...others.map(({ id }) => id)],
  lines,
  ...(screens && { screens }),
})

interface Said {
  others?: readonly Thing[]
  lines?: readonly (readonly Point[])[]
  screens?: readonly (readonly Point[])[]
}

/** Names in a sentence; of many the first few, and how many more. */
export function namesOf(things: readonly Thing[]): string {
  const names = things.map(({ name }) => name || 'something without a name')
  return names.length <= MOST_NAMES
    ? names.join(', ')
    : `${names.slice(0, MOST_NAMES).join(', ')} and ${names.length - MOST_NAMES} more`
}
const MOST_NAMES = 4
