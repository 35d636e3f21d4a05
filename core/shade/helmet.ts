import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'

/** A helmet: one fixed glass, or the variable ranges of an auto-darkening filter, as printed on it. */
export interface Helmet {
  name: string
  ranges: readonly (readonly [number, number])[]
}

export const HELMET_POWER = ['battery', 'solar', 'both'] as const
/** What else there is to know of a helmet on the shelf. */
export interface HelmetDetails {
  /** Has a grind mode. */
  grind: boolean
  sensitivity: boolean
  delay: boolean
  power: (typeof HELMET_POWER)[number] | null
  /** Spare cover plates in store for it; null when nobody counts them. */
  spares: number | null
  /** What is printed on it. */
  marking: string
}

export interface HelmetAnswer {
  reaches: boolean
  set: number | null
  range: readonly [number, number] | null
}

/** What to set on a helmet for a wanted shade: the wanted value, or the nearest darker one it has, or else the darkest that still keeps the floor. */
export function helmetSetting(helmet: Helmet, floor: number, working: number): HelmetAnswer {
  const options = helmet.ranges
    .flatMap((range) => numbersIn(range).map((set) => ({ set, range })))
    .filter((option) => option.set >= floor)
    .sort((a, b) => a.set - b.set)
  const best = options.find((option) => option.set >= working) ?? options.at(-1)
  return best
    ? { reaches: best.set >= working, set: best.set, range: best.range }
    : { reaches: false, set: null, range: null }
}

/**
 * The helmet of a store that comes nearest to a wanted shade: one that reaches it, set as little over it as can be;
 * among equals the one with the shortest reach, so that the widest stays for harder work. @returns null when none reaches
 */
export function nearestHelmet<T extends Helmet>(
  store: readonly T[],
  floor: number,
  working: number,
): T | null {
  const reaching = store.flatMap((helmet) => {
    const { reaches, set } = helmetSetting(helmet, floor, working)
    return reaches
      ? [
          {
            helmet,
            over: set! - working,
            reach: helmet.ranges.reduce((sum, [from, to]) => sum + to - from, 0),
          },
        ]
      : []
  })
  return reaching.sort((a, b) => a.over - b.over || a.reach - b.reach)[0]?.helmet ?? null
}

/** The end figures and every whole number between: half shades are reachable on many filters but are not promised. */
function numbersIn([from, to]: readonly [number, number]): number[] {
  const whole = Array.from(
    { length: Math.max(0, Math.floor(to) - Math.ceil(from) + 1) },
    (_, i) => Math.ceil(from) + i,
  )
  return [...new Set([from, ...whole, to])]
}

/** The shades of a filter as they are printed on it: "10" or "5-8 / 9-13". */
export const rangesText = (ranges: Helmet['ranges']): string =>
  ranges.map(([from, to]) => (from === to ? String(from) : `${from}-${to}`)).join(' / ')

const rangeText = ([from, to]: readonly [number, number]): string =>
  from === to ? `fixed ${from}` : `range ${from} to ${to}`

/** Whether a person's helmet serves for the shade wanted, as a Finding. A helmet under the legal floor is a legal stop. */
export function judgeHelmet(
  helmet: Helmet | null,
  floor: number | null,
  working: number | null,
  instead: Helmet | null = null,
): Finding {
  const base = { code: 'eyes.helmet', step: 'eyes' as const }
  const reason = {
    rule: 'The filter must reach at least the minimum shade',
    source: published('OSHA 29 CFR 1910.133(a)(5)'),
  }
  const lend = instead ? `Lend ${instead.name}: ${instead.ranges.map(rangeText).join(', ')}.` : null
  if (floor === null || working === null) {
    return {
      ...base,
      level: 'unknown',
      sentence: 'No helmet answer, because there is no shade to compare it with.',
      remedy: 'Find the shade first.',
      reasons: [reason],
    }
  }
  const inputs = {
    floor,
    working,
    helmet: helmet ? `${helmet.name}: ${helmet.ranges.map(rangeText).join(', ')}` : 'none named',
  }
  if (!helmet || helmet.ranges.length === 0) {
    return {
      ...base,
      level: 'unknown',
      sentence: 'No helmet is named for this job, so its reach is unknown.',
      remedy: lend ?? "Choose the welder's helmet, or lend one.",
      reasons: [{ ...reason, inputs }],
    }
  }
  const answer = helmetSetting(helmet, floor, working)
  if (answer.set === null || !answer.range) {
    return {
      ...base,
      level: 'stop',
      legal: true,
      sentence: `${helmet.name} does not reach shade ${floor}, the legal minimum.`,
      remedy: lend ?? 'Lend a helmet that reaches it.',
      reasons: [{ ...reason, inputs }],
    }
  }
  const value = { amount: answer.set, unit: 'shade' as const }
  if (!answer.reaches) {
    return {
      ...base,
      level: 'caution',
      value,
      sentence: `${helmet.name} keeps the legal minimum but stops at ${answer.set}, short of the suggested ${working}. Set ${answer.set}.`,
      remedy: lend
        ? `If the arc is too bright: ${lend}`
        : 'If the arc is too bright, lend a darker helmet.',
      reasons: [{ ...reason, inputs }],
    }
  }
  const how =
    answer.range[0] === answer.range[1]
      ? ` has a fixed ${answer.set}.`
      : `: use the ${rangeText(answer.range)} and set ${answer.set}.`
  return {
    ...base,
    level: 'clear',
    value,
    sentence: `${helmet.name}${how}`,
    remedy: 'Prove an auto-darkening helmet with a spark before the session; leave grind mode.',
    reasons: [
      { ...reason, inputs },
      {
        rule: 'Start dark, come down one shade at a time, never under the minimum',
        source: COMMON_PRACTICE,
      },
    ],
  }
}
