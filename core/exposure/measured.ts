import { isDangerous } from './idlh.table'
import { LIMIT_KINDS, type LimitKind, type Substance } from './terms'

/** Results of one kind, in the unit of the substance: mg/m3 as it is named, gases ppm. */
type Results = Partial<Record<Substance, number>>
/** Air sampling of a task. Each result says by its kind over what time it was taken. */
export interface MeasuredAir {
  reference: string
  results: Partial<Record<LimitKind, Results>>
}

/** Over what time a result was taken, by the kind of limit that it can answer. */
export const TAKEN_OVER: Record<LimitKind, string> = {
  twa: '8 h',
  stel: '15 min',
  ceiling: 'a moment',
}

/** The result of exactly this kind. @returns undefined where there is none */
export const resultOf = (
  measured: MeasuredAir | null,
  substance: Substance,
  kind: LimitKind,
): number | undefined => measured?.results[kind]?.[substance]

/** Whether any result of the substance is on file, of whichever kind. */
export const isMeasured = (measured: MeasuredAir | null, substance: Substance): boolean =>
  LIMIT_KINDS.some((kind) => resultOf(measured, substance, kind) !== undefined)

/** What the results say of a limit: a concentration and the time over which it was taken. */
export interface Answered {
  concentration: number
  takenOver: LimitKind
}

/** Every result of the substance, the highest first. */
const allOf = (measured: MeasuredAir | null, substance: Substance): Answered[] =>
  LIMIT_KINDS.flatMap((takenOver): Answered[] => {
    const concentration = resultOf(measured, substance, takenOver)
    return concentration === undefined ? [] : [{ concentration, takenOver }]
  }).sort((a, b) => b.concentration - a.concentration)

/** A result that is immediately dangerous, whatever its kind. @returns null where none is */
export const dangerousResult = (
  measured: MeasuredAir | null,
  substance: Substance,
): Answered | null =>
  allOf(measured, substance).find((one) => isDangerous(substance, one.concentration)) ?? null

/**
 * Whether a result that is over a limit shows the limit to be exceeded. A mean over a longer time does, for some
 * shorter stretch was higher still; a moment counts against a 15 min limit, never against one of 8 h.
 */
const shows = (takenOver: LimitKind, kind: LimitKind): boolean =>
  kind === 'twa' ? takenOver === 'twa' : true

/**
 * What the results say of one limit. Over it, by any result that shows so: that one. Within it only a result of its own
 * kind answers; a mean over a longer time may hide a peak.
 * @param limit in the unit of the substance
 * @returns null where the limit stays open
 * Source: arithmetic of means; the times of 29 CFR 1910.1000 (a); a moment over a 15 min limit: common practice.
 */
export function answerOf(
  measured: MeasuredAir | null,
  substance: Substance,
  kind: LimitKind,
  limit: number,
): Answered | null {
  const results = allOf(measured, substance)
  const over = results.find((one) => one.concentration > limit && shows(one.takenOver, kind))
  return over ?? results.find((one) => one.takenOver === kind) ?? null
}
