import type { Checklists, GearKind, Interval } from './kind'
import { KINDS } from './kinds.table'
import { LISTED_ROUNDS, ROUND_PLACES, roundLines, type ListedRound, type RoundPlace } from './round'
import type { ChecklistLine } from './line'
import { OCCASIONS, PERIODIC, type Occasion, type Periodic } from './occasion'

/** What has a checklist: a kind of gear, or a place that a round goes through. */
export type Listed = GearKind | RoundPlace
/** When it is gone through. */
export type ListedOccasion = Occasion | ListedRound

const isPlace = (kind: Listed): kind is RoundPlace => ROUND_PLACES.some((place) => place === kind)
const isRound = (occasion: ListedOccasion): occasion is ListedRound =>
  LISTED_ROUNDS.some((round) => round === occasion)

/** What a shop changes on the checklist of a kind and occasion: it adds, it tightens, and a lead may switch a line off. */
export interface ChecklistChange {
  kind: Listed
  /** Of an own kind. */
  kindId: string | null
  occasion: ListedOccasion
  added: readonly ChecklistLine[]
  /** Closer limits of a reading, by line. SI. */
  tightened: Readonly<Record<string, { min?: number; max?: number }>>
  /** Lines that do not count here, by line, each with its reason. */
  off: Readonly<Record<string, string>>
  /** Lines that want a photo here. */
  photo: readonly string[]
  /** How often here, where that is more often than usual; days. */
  everyDays: number | null
}

/** The lines of a kind or a place as the trade has them; none where it has no such look or round. */
export function linesOf(kind: Listed, occasion: ListedOccasion): readonly ChecklistLine[] {
  if (isPlace(kind)) return isRound(occasion) ? roundLines(kind, occasion) : []
  return isRound(occasion) ? [] : ((KINDS[kind].checklists as Checklists)[occasion] ?? [])
}

/**
 * The checklist as it counts in a shop. Limits only ever get closer: of two, the stricter one holds.
 * @param base the lines of the kind
 * @param change what the shop changed; null: nothing
 */
export function checklistOf(
  base: readonly ChecklistLine[],
  change: Pick<ChecklistChange, 'added' | 'tightened' | 'off' | 'photo'> | null,
): ChecklistLine[] {
  if (!change) return [...base]
  return [...base, ...change.added]
    .filter((line) => change.off[line.id] === undefined)
    .map((line) => {
      const wanted = change.photo.includes(line.id) ? { photo: true } : {}
      return { ...line, ...wanted, ...tightened(line, change.tightened[line.id]) }
    })
}

function tightened(
  line: ChecklistLine,
  closer: { min?: number; max?: number } | undefined,
): Pick<ChecklistLine, 'measure'> | object {
  if (!line.measure || !closer) return {}
  const min = Math.max(line.measure.min ?? -Infinity, closer.min ?? -Infinity)
  const max = Math.min(line.measure.max ?? Infinity, closer.max ?? Infinity)
  return {
    measure: {
      ...line.measure,
      ...(Number.isFinite(min) && { min }),
      ...(Number.isFinite(max) && { max }),
    },
  }
}

/** The looks of a kind that come round by the calendar, each with how often. */
export function periodicOf(
  kind: GearKind,
  changes: readonly Pick<ChecklistChange, 'occasion' | 'everyDays'>[] = [],
): { occasion: Periodic; interval: Interval }[] {
  const own = KINDS[kind].intervals as Partial<Record<Periodic, Interval>>
  return PERIODIC.flatMap((occasion) => {
    const days = changes.find((change) => change.occasion === occasion)?.everyDays ?? undefined
    const interval = { ...own[occasion], ...(days !== undefined && { days }) }
    return own[occasion] || days !== undefined ? [{ occasion, interval }] : []
  })
}

/** Which checklist is meant. */
export type WhichChecklist = Pick<ChecklistChange, 'kind' | 'kindId' | 'occasion'>

/** Whether a checklist is one of gear; it is of a place otherwise. False as well where the occasion is not one of its own. */
export const isOfGear = (which: WhichChecklist): which is GearChecklist =>
  !isPlace(which.kind) && !isRound(which.occasion)
export interface GearChecklist {
  kind: GearKind
  kindId: string | null
  occasion: Occasion
}
/** Whether there is such a round through such a place. */
export const isOfPlace = ({ kind, kindId, occasion }: WhichChecklist): boolean =>
  isPlace(kind) && kindId === null && linesOf(kind, occasion).length > 0

/** What a shop changed on one checklist; null: nothing. */
export const changeOf = <Change extends WhichChecklist>(
  changes: readonly Change[],
  { kind, kindId, occasion }: WhichChecklist,
): Change | null =>
  changes.find(
    (change) => change.kind === kind && change.kindId === kindId && change.occasion === occasion,
  ) ?? null

/** A checklist as it counts in a shop; empty where there is no such look. */
export const linesHere = (
  changes: readonly ChecklistChange[],
  which: WhichChecklist,
): ChecklistLine[] => checklistOf(linesOf(which.kind, which.occasion), changeOf(changes, which))

/** The looks that a shop has for a kind, the one before use first. */
export const looksOf = (
  changes: readonly ChecklistChange[],
  which: Omit<WhichChecklist, 'occasion'>,
): Occasion[] =>
  OCCASIONS.filter((occasion) => linesHere(changes, { ...which, occasion }).length > 0)
