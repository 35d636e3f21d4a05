import { published } from '../finding/source'
import type { Facts } from './kind'

/** What can burn at a place. The letters of NFPA 10; elsewhere the letters differ, the things do not. */
export const FIRE_CLASSES = ['ordinary', 'liquid', 'live', 'metal'] as const
export type FireClass = (typeof FIRE_CLASSES)[number]

export const FIRE_CLASS_NAME: Readonly<Record<FireClass, string>> = {
  ordinary: 'Wood, paper, cloth, rubber (A)',
  liquid: 'Liquids, grease, gas (B)',
  live: 'Live electrical gear (C)',
  metal: 'Burning metal chips or dust (D)',
}

export const NFPA_10_CLASSES = published('NFPA 10, sections 5.2 and 5.3')

/** What each agent is made to put out. */
export const AGENT_PUTS_OUT: Readonly<Record<string, readonly FireClass[]>> = {
  abc: ['ordinary', 'liquid', 'live'],
  bc: ['liquid', 'live'],
  co2: ['liquid', 'live'],
  water: ['ordinary'],
  foam: ['ordinary', 'liquid'],
  classD: ['metal'],
  wetChemical: ['ordinary'],
}

const LETTER: Readonly<Record<string, FireClass>> = {
  A: 'ordinary',
  B: 'liquid',
  C: 'live',
  D: 'metal',
}

/**
 * The classes that a rating names, such as `4-A:60-B:C`.
 * @returns null where it cannot be read
 */
export function classesOfRating(rating: string): FireClass[] | null {
  const parts = rating.trim().toUpperCase().split(':')
  const letters = parts.map((part) => /^(?:\d+-)?([A-DK])$/.exec(part.trim())?.[1])
  if (letters.some((letter) => letter === undefined)) return null
  return letters.flatMap((letter) => LETTER[letter!] ?? [])
}

/**
 * What an extinguisher puts out: what its agent is made for, and no more than its rating names.
 * @param facts agent, rating
 * @returns null where its agent is not told, or its rating cannot be read
 */
export function classesOf({ agent, rating }: Facts): readonly FireClass[] | null {
  const made = typeof agent === 'string' ? AGENT_PUTS_OUT[agent] : undefined
  if (!made) return null
  if (typeof rating !== 'string' || rating.trim() === '') return made
  const rated = classesOfRating(rating)
  return rated && made.filter((one) => rated.includes(one))
}
