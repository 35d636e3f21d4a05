import type { Finding, Reason } from '../finding/finding'
import { published, type Source } from '../finding/source'
import { gradeShare } from '../exposure/grade'
import { IDLH_SOURCE, isDangerous } from '../exposure/idlh.table'
import { asSubstance, hasLimit, limitText, strictest, type Limit } from '../exposure/limits.table'
import { exceeded, judgeSpot } from '../exposure/spot'
import { SUBSTANCE_NAME, unitOf, unitText, type LimitSet, type Substance } from '../exposure/terms'
import { HOLD, inOrder, lastBefore, sumsOf, windowOf, type Reading, type Window } from './dose'

/** A monitor that says nothing for so long has gone silent, ms. */
const SILENT = 5 * 60_000
const MINUTE = 60_000
const QUARTER = 15 * MINUTE
const EIGHT = 8 * 60 * MINUTE
/** Three times the 8 h limit for 15 minutes is too much, whatever other limits there are. */
const EXCURSION = 3
/** With less than this share of a window covered its mean is not known. */
const COVERED = 0.75
const EXCURSION_SOURCE = published(
  'ACGIH excursion guidance: three times the 8 h limit for no more than 15 minutes',
)
const COVERED_SOURCE = published('Shop default: three quarters of a window')

const round = (x: number): number => Number(x.toPrecision(2))

/** A limit as a number of the substance, with the words and the source of the rule. */
interface Line {
  amount: number
  rule: string
  source: Source
  says: string
}
const lineOf = (limit: Limit, says: string, times = 1, source = limit.source): Line => ({
  amount: times * asSubstance(limit),
  rule: limitText(limit),
  source,
  says,
})

/** What a mean over 15 minutes may not be over. */
function quarterLines(substance: Substance, adopted: readonly LimitSet[]): Line[] {
  const stel = strictest(substance, 'stel', adopted)
  const twa = strictest(substance, 'twa', adopted)
  return [
    ...(stel ? [lineOf(stel, 'over the limit')] : []),
    ...(twa
      ? [lineOf(twa, 'more than three times the 8 h limit', EXCURSION, EXCURSION_SOURCE)]
      : []),
  ]
}

/** The mean of a window is over an amount: by what is known alone, or by a mean that is well covered. */
const isOver = ({ mean, covered, atLeast }: Window, amount: number): boolean =>
  gradeShare(atLeast / amount).level === 'stop' ||
  (covered >= COVERED && gradeShare(mean / amount).level === 'stop')

interface Judge {
  substance: Substance
  adopted: readonly LimitSet[]
  name: string
  unit: string
  /** Readings in order. */
  ordered: readonly Reading[]
  sums: ReturnType<typeof sumsOf>
}

function judgeOf(
  readings: readonly Reading[],
  substance: Substance,
  adopted: readonly LimitSet[],
): Judge {
  const ordered = inOrder(readings)
  return {
    substance,
    adopted,
    name: SUBSTANCE_NAME[substance],
    unit: unitText(unitOf(substance)),
    ordered,
    sums: sumsOf(ordered),
  }
}

/** What is wrong at a moment, in words, and the rule; null for nothing that is known. */
interface Fault {
  says: string
  reason: Reason
}

/** One reading: over a ceiling, or immediately dangerous. */
function spotFault({ substance, adopted, name, unit }: Judge, value: number): Fault | null {
  const shown = `${name} ${round(value)} ${unit}`
  if (isDangerous(substance, value))
    return {
      says: `${shown}: immediately dangerous to life or health.`,
      reason: { rule: 'Immediately dangerous to life or health', source: IDLH_SOURCE },
    }
  const ceiling = exceeded(substance, value, adopted, ['ceiling'])
  return (
    ceiling && {
      says: `${shown}: over the ceiling.`,
      reason: { rule: limitText(ceiling), source: ceiling.source },
    }
  )
}

/** The 15 minutes up to a moment. */
function quarterFault(judge: Judge, to: number): Fault | null {
  const quarter = windowOf(judge.sums, to - QUARTER, to)
  if (!quarter) return null
  const line = quarterLines(judge.substance, judge.adopted).find(({ amount }) =>
    isOver(quarter, amount),
  )
  return line
    ? {
        says: `${judge.name} ${round(quarter.mean)} ${judge.unit} over 15 minutes: ${line.says}.`,
        reason: { rule: line.rule, source: line.source },
      }
    : null
}

/** The shift up to a moment: the dose so far, spread over 8 h, its gaps filled with its mean where they are short. */
function shiftOf({ ordered, sums }: Judge, to: number): { dose: number; covered: number } | null {
  const first = ordered[lastBefore(ordered, to - EIGHT - HOLD) + 1]
  if (!first || first.at >= to) return null
  const from = Math.max(to - EIGHT, first.at)
  const known = windowOf(sums, from, to)
  if (!known) return null
  const mean = known.covered >= COVERED ? known.mean : known.atLeast
  return { dose: (mean * (to - from)) / EIGHT, covered: known.covered }
}

function shiftFault(judge: Judge, to: number): Fault | null {
  const twa = strictest(judge.substance, 'twa', judge.adopted)
  const shift = shiftOf(judge, to)
  if (!twa || !shift || gradeShare(shift.dose / asSubstance(twa)).level !== 'stop') return null
  return {
    says: `${judge.name}: the 8 h limit is used up (${round(shift.dose)} ${judge.unit} so far).`,
    reason: { rule: limitText(twa), source: twa.source },
  }
}

/** What has no adopted limit is held against the strictest that is known. */
const orphanFault = ({ substance, adopted }: Judge, value: number): Fault | null => {
  if (hasLimit(substance, adopted)) return null
  const spot = judgeSpot(substance, value, adopted)
  return spot.level === 'stop' ? { says: spot.says, reason: spot.reasons[0]! } : null
}

const base = (substance: Substance) => ({
  code: `air.monitor.${substance}`,
  step: 'air' as const,
})
const STOP = 'Stop the arc, leave the plume, open the air check.'

/**
 * What the readings of one substance say at a moment: over a ceiling or IDLH within the last 15 minutes, over the 15 min limit or three times
 * the 8 h limit, the 8 h dose used up, or too little known. Silence and a window that is not covered are `unknown`, never clear;
 * over a limit by what is known alone is a stop all the same.
 * Source: 29 CFR 1910.1000; ACGIH excursion guidance.
 */
export function judgeReadings(
  readings: readonly Reading[],
  substance: Substance,
  adopted: readonly LimitSet[],
  now: number,
): Finding {
  const judge = judgeOf(
    readings.filter((reading) => reading.at <= now),
    substance,
    adopted,
  )
  const { ordered, name, unit } = judge
  const last = ordered.at(-1)
  const recent = ordered.filter(({ at }) => at > now - QUARTER)
  const quarter = windowOf(judge.sums, now - QUARTER, now)
  const shift = shiftOf(judge, now)
  const highest = recent.reduce((most, { value }) => Math.max(most, value), 0)
  const inputs = {
    ...(last && { now: `${round(last.value)} ${unit}` }),
    ...(quarter && {
      fifteenMinutes: `${round(quarter.mean)} ${unit}`,
      covered: { amount: quarter.covered, unit: 'share' as const },
    }),
    ...(shift && { eightHoursSoFar: `${round(shift.dose)} ${unit}` }),
  }
  const fault =
    spotFault(judge, highest) ??
    quarterFault(judge, now) ??
    shiftFault(judge, now) ??
    orphanFault(judge, highest)
  if (fault)
    return {
      ...base(substance),
      level: 'stop',
      sentence: fault.says,
      remedy: STOP,
      reasons: [{ ...fault.reason, inputs }],
    }
  const unknown = (sentence: string, remedy: string, reason: Reason): Finding => ({
    ...base(substance),
    level: 'unknown',
    sentence: `${name}: ${sentence}`,
    remedy,
    reasons: [{ ...reason, inputs }],
  })
  if (!last || now - last.at > SILENT)
    return unknown(
      last
        ? `the monitor has said nothing for ${Math.round((now - last.at) / MINUTE)} minutes.`
        : 'no readings yet.',
      'Look at the monitor: battery, tube, network.',
      { rule: `Silent after ${SILENT / MINUTE} minutes`, source: published('Shop default') },
    )
  const twa = strictest(substance, 'twa', adopted)
  const limit =
    twa ?? strictest(substance, 'stel', adopted) ?? strictest(substance, 'ceiling', adopted)
  if (!limit)
    return unknown(
      `${round(last.value)} ${unit}, no adopted limit to hold it against.`,
      'Adopt a limit set that has one, under Shop.',
      { rule: 'No limit on file is not the same as harmless', source: EXCURSION_SOURCE },
    )
  const gap = { rule: 'A mean needs three quarters of its window', source: COVERED_SOURCE }
  if ((quarter?.covered ?? 0) < COVERED)
    return unknown(
      `only ${Math.round((quarter?.covered ?? 0) * 100)} % of the last 15 minutes is known.`,
      'Have it read at least every two minutes.',
      gap,
    )
  if (shift!.covered < COVERED)
    return unknown(
      `only ${Math.round(shift!.covered * 100)} % of the shift so far is known.`,
      'Have it read at least every two minutes.',
      gap,
    )
  if (twa && gradeShare(shift!.dose / asSubstance(twa)).level === 'caution')
    return {
      ...base(substance),
      level: 'caution',
      sentence: `${name}: half of the 8 h limit is used up.`,
      reasons: [{ rule: limitText(twa), source: twa.source, inputs }],
    }
  return {
    ...base(substance),
    level: 'clear',
    sentence: `${name} ${round(last.value)} ${unit} now, ${round(shift!.dose)} over 8 h so far. A monitor shows the trend; the pump sample decides.`,
    reasons: [{ rule: limitText(limit), source: limit.source, inputs }],
  }
}

/**
 * The first stop that readings bring as they arrive, in order or not, early or late: each is judged at its own moment, and with it every window that it belongs to.
 * @param readings all that are known around the new ones: 8 h before the first of them to 8 h after the last
 * @param arrived moments of the new ones, ms
 * @returns a stop, or null when none of them is over anything
 */
export function judgeArrived(
  readings: readonly Reading[],
  arrived: ReadonlySet<number>,
  substance: Substance,
  adopted: readonly LimitSet[],
): (Finding & { at: number }) | null {
  const judge = judgeOf(readings, substance, adopted)
  const news = judge.ordered.filter(({ at }) => arrived.has(at))
  if (news.length === 0) return null
  for (const { at, value } of news) {
    const fault = spotFault(judge, value) ?? orphanFault(judge, value)
    if (fault) return stopAt(substance, fault, at)
  }
  return (
    windowStop(judge, news, QUARTER, quarterFault) ?? windowStop(judge, news, EIGHT, shiftFault)
  )
}

/**
 * The first window of a length that holds something new and is over a limit. A mean is highest in a window that ends where a reading ends
 * or begins where one begins, so only those are looked at.
 */
function windowStop(
  judge: Judge,
  news: readonly Reading[],
  span: number,
  faultAt: (judge: Judge, to: number) => Fault | null,
): (Finding & { at: number }) | null {
  const isTouched = (end: number): boolean => {
    const newest = news[lastBefore(news, end)]
    return newest !== undefined && newest.at + HOLD > end - span
  }
  for (const [i, { at }] of judge.ordered.entries()) {
    const until = Math.min(at + HOLD, judge.ordered[i + 1]?.at ?? Infinity)
    for (const end of [until, at + span]) {
      const fault = isTouched(end) ? faultAt(judge, end) : null
      if (fault) return stopAt(judge.substance, fault, at)
    }
  }
  return null
}

const stopAt = (substance: Substance, { says, reason }: Fault, at: number) => ({
  ...base(substance),
  level: 'stop' as const,
  sentence: says,
  remedy: STOP,
  reasons: [reason],
  at,
})
