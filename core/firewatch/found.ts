import { ROUNDING } from '../finding/feet'
import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import type { Point } from '../plan/plan'
import { apart } from '../plan/shape'
import { reachText } from './rules.table'

export const FOUND_KINDS = [
  'combustible',
  'liquid',
  'cylinders',
  'opening',
  'duct',
  'people',
  'other',
] as const
export type FoundKind = (typeof FOUND_KINDS)[number]

/** What was done about something that stood there. */
export const DEEDS = [
  'removed',
  'covered',
  'wetted',
  'closed',
  'watched',
  'shutDown',
  'told',
] as const
export type Deed = (typeof DEEDS)[number]

export const DEED_NAME: Readonly<Record<Deed, string>> = {
  removed: 'Taken away',
  covered: 'Covered or shielded',
  wetted: 'Wetted down',
  closed: 'Closed',
  watched: 'Watched by a further watcher',
  shutDown: 'Shut down',
  told: 'Told, and behind a screen',
}

/** A kind of thing as somebody finds it, with what makes it safe. */
export interface FoundRule {
  name: string
  deeds: readonly Deed[]
  remedy: string
  source: Source
}
const rule = (paragraph: string): Source => published(`OSHA 29 CFR 1910.252(a)(2)${paragraph}`)

export const FOUND_RULES: Readonly<Record<FoundKind, FoundRule>> = {
  combustible: {
    name: 'Something that burns',
    deeds: ['removed', 'covered', 'wetted'],
    remedy: 'Take it away, cover it, or wet it down.',
    source: rule('(i) and (vii)'),
  },
  liquid: {
    name: 'Liquid or gas that burns',
    deeds: ['removed'],
    remedy: 'Take it away: no cover keeps its vapour in.',
    source: rule('(vi)(C)'),
  },
  cylinders: {
    name: 'Cylinders',
    deeds: ['removed', 'covered'],
    remedy: 'Take them away, or put a shield before them.',
    source: COMMON_PRACTICE,
  },
  opening: {
    name: 'Opening or crack',
    deeds: ['closed', 'covered', 'watched'],
    remedy: 'Close or cover it, or post a watch behind it.',
    source: rule('(i) and (iii)(A)(3)'),
  },
  duct: {
    name: 'Duct or conveyor',
    deeds: ['shutDown', 'covered'],
    remedy: 'Shut it down, or cover it.',
    source: rule('(ix)'),
  },
  people: {
    name: 'People at work',
    deeds: ['told', 'removed'],
    remedy: 'Tell them and hang a screen, or clear the place.',
    source: COMMON_PRACTICE,
  },
  other: {
    name: 'Something else',
    deeds: ['removed', 'covered', 'wetted', 'closed', 'shutDown', 'watched', 'told'],
    remedy: 'Say what was done about it.',
    source: COMMON_PRACTICE,
  },
}

/** Something that no plan shows: it was brought there, or found there, on the day. */
export interface Found {
  kind: FoundKind
  name: string
  /** On the floor of the work, m; null: not pointed at. */
  at: Point | null
  /** null: nothing yet. */
  deed: Deed | null
}

/**
 * What was found around the work, one Finding each, in the order in which it was found. Without a place it counts as in reach.
 * @param work null: it is not on the plan. @param reach m
 */
export function judgeFound(found: readonly Found[], work: Point | null, reach: number): Finding[] {
  return found.map((one, i): Finding => {
    const { name, deeds, remedy, source } = FOUND_RULES[one.kind]
    const metres = distanceOf(one, work)
    const isOut = metres !== null && metres > reach + ROUNDING
    const called = one.name || name
    const inputs = {
      kind: name,
      done: one.deed === null ? 'nothing yet' : DEED_NAME[one.deed],
      ...(metres !== null && { distance: { amount: metres, unit: 'm' as const } }),
    }
    const base = {
      code: `fire.found.${i + 1}`,
      step: 'fire' as const,
      reasons: [{ rule: `${name} within the sweep is made safe`, source, inputs }],
    }
    if (one.deed !== null && deeds.includes(one.deed))
      return { ...base, level: 'clear', sentence: `${called}: ${lower(DEED_NAME[one.deed])}.` }
    if (isOut)
      return {
        ...base,
        level: 'clear',
        sentence: `${called} is farther away than the sweep reaches (${reachText(reach)}).`,
      }
    return {
      ...base,
      level: 'stop',
      ...(source !== COMMON_PRACTICE && { legal: true }),
      sentence:
        one.deed === null
          ? `${called} is in reach, and nothing was done about it.`
          : `${called} is in reach; this does not make it safe: ${lower(DEED_NAME[one.deed])}.`,
      remedy,
    }
  })
}

/** From the work, m; null: not known. */
function distanceOf({ at }: Found, work: Point | null): number | null {
  const metres = work && at ? apart(work, at) : Number.NaN
  return Number.isFinite(metres) ? metres : null
}

/** Of what was found: what only a further watcher makes safe. */
export const watchedOf = (found: readonly Found[]): string[] =>
  found
    .filter(({ deed }) => deed === 'watched')
    .map(({ name, kind }) => name || FOUND_RULES[kind].name)

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)
