import { DEED_NAME, FOUND_RULES, type Deed, type FoundKind } from './found'
import type { InReach } from './reach-map'

/** What a watcher may notice on a round. */
export const TRACES = ['smoke', 'smell', 'smoulder', 'heat'] as const
export type Trace = (typeof TRACES)[number]
export const TRACE_NAME: Readonly<Record<Trace, string>> = {
  smoke: 'Smoke',
  smell: 'Smell of burning',
  smoulder: 'Smouldering',
  heat: 'Heat',
}

/** One place that is looked at on every round. */
export interface LookAt {
  id: string
  name: string
  /** Why it is looked at. */
  why: string
}

/** A place as it was seen on a round; no traces: nothing was noticed. */
export interface Looked {
  id: string
  name: string
  traces: readonly Trace[]
}

/** What a round is of. */
export interface RoundPlaces {
  place: string
  inReach: readonly InReach[] | null
  found: readonly { id: string; kind: FoundKind; name: string; deed: Deed | null }[]
  /** Sides of further watchers. */
  watchers: readonly { personId: string; side: string }[]
}

/** The work itself among the places of a round. */
export const WORK_PLACE = 'work'

/** More places than these nobody walks in a quarter of an hour; the nearest come first. */
const MOST_PLACES = 20

/** Lines of the sweep that leave something to look at, and why. Common practice. */
const WHY: Readonly<Record<string, string>> = {
  openings: 'Opening: look through and behind',
  ducts: 'Duct: sparks travel in it',
  moved: 'It burns: look under and behind',
  farSide: 'Far side: heat goes through',
}

/** Deeds that leave something where it is. */
const LEFT_THERE: readonly Deed[] = ['covered', 'wetted', 'closed', 'watched', 'shutDown']

/** Places to look at on a round: the work itself, then what is in reach of it by distance, what was found there, and each side. */
export function placesToLook({ place, inReach, found, watchers }: RoundPlaces): LookAt[] {
  const around = (inReach ?? [])
    .filter(({ line }) => line !== null && line in WHY)
    .map(({ thing, name, line }) => ({ id: thing, name, why: WHY[line!]! }))
  const today = found
    .filter(({ deed }) => deed !== null && LEFT_THERE.includes(deed))
    .map(({ id, kind, name, deed }) => ({
      id,
      name: name || FOUND_RULES[kind].name,
      why: `${DEED_NAME[deed!]}: lift it and look`,
    }))
  const sides = watchers.map(({ personId, side }) => ({
    id: personId,
    name: side,
    why: 'A side of its own',
  }))
  const all = [
    { id: WORK_PLACE, name: place, why: 'Hot side: the work, and under it' },
    ...today,
    ...sides,
    ...around,
  ]
  return all
    .filter(({ id }, i) => all.findIndex((one) => one.id === id) === i)
    .slice(0, MOST_PLACES)
}

/** What was noticed on a round, in words; empty: nothing. */
export const tracesSeen = (looked: readonly Looked[]): string[] =>
  looked.flatMap(({ name, traces }) => traces.map((trace) => `${TRACE_NAME[trace]}: ${name}`))

/**
 * What was noticed on rounds and is not known to be gone, in words: at each place what its newest look noticed. A round that does not
 * tell of a place says nothing about it.
 * @param rounds what each looked at, in their order
 */
export function tracesLeft(rounds: readonly (readonly Looked[])[]): string[] {
  const newest = new Map<string, Looked>()
  for (const place of rounds.flat()) newest.set(place.id, place)
  return tracesSeen([...newest.values()])
}
