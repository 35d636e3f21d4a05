import type { Finding } from '../finding/finding'
import { published } from '../finding/source'
import { gradeShare } from '../exposure/grade'
import { asSubstance, limitText, strictest, type Limit } from '../exposure/limits.table'
import { SUBSTANCE_NAME, unitOf, type LimitSet, type Substance } from '../exposure/terms'

/** A reading of a monitor; at in ms since the epoch, value in the unit of the substance. */
export interface Reading {
  at: number
  value: number
}

/** A reading stands until the next one, at most this long, ms; beyond it nothing is known. */
const HOLD = 120_000
/** A monitor that says nothing for so long has gone silent, ms. */
const SILENT = 5 * 60_000
const QUARTER = 15 * 60_000
const EIGHT = 8 * 3_600_000
/** Where a substance has no short-term limit: three times the 8 h limit for 15 minutes. */
const EXCURSION = 3
const over = (value: number, limit: Limit, times = 1): boolean =>
  gradeShare(value / (times * asSubstance(limit))).level === 'stop'
const EXCURSION_SOURCE = published(
  'ACGIH excursion guidance: three times the 8 h limit for no more than 15 minutes',
)

/** Readings in order of time, each moment once. */
export function inOrder(readings: readonly Reading[]): Reading[] {
  const byTime = new Map(readings.map((reading) => [reading.at, reading]))
  return [...byTime.values()].sort((a, b) => a.at - b.at)
}

/**
 * Time-weighted mean over a window, and how much of the window is covered, 0 to 1. Readings must be in order.
 * @returns null when nothing of the window is covered
 */
export function meanOver(
  readings: readonly Reading[],
  from: number,
  to: number,
): { mean: number; covered: number } | null {
  let dose = 0
  let covered = 0
  readings.forEach((reading, i) => {
    const start = Math.max(from, reading.at)
    const end = Math.min(to, reading.at + HOLD, readings[i + 1]?.at ?? Infinity)
    if (end > start) {
      dose += reading.value * (end - start)
      covered += end - start
    }
  })
  return covered === 0 ? null : { mean: dose / covered, covered: covered / (to - from) }
}

/**
 * What the readings of one substance say at a moment: over a ceiling, over the 15 min limit, the 8 h dose used up, or silent.
 * Silence is `unknown`, never clear. A 15 min mean needs half its window covered.
 * Source: 29 CFR 1910.1000; ACGIH excursion guidance where no short-term limit exists.
 */
export function judgeReadings(
  readings: readonly Reading[],
  substance: Substance,
  adopted: readonly LimitSet[],
  now: number,
): Finding {
  const base = { code: `air.monitor.${substance}`, step: 'air' as const }
  const name = SUBSTANCE_NAME[substance]
  const unit = unitOf(substance) === 'ppm' ? 'ppm' : 'mg/m³'
  const ordered = inOrder(readings).filter((reading) => reading.at <= now)
  const last = ordered.at(-1)
  const twa = strictest(substance, 'twa', adopted)
  const stel = strictest(substance, 'stel', adopted)
  const ceiling = strictest(substance, 'ceiling', adopted)
  if (!last || now - last.at > SILENT)
    return {
      ...base,
      level: 'unknown',
      sentence: last
        ? `${name}: the monitor has said nothing for ${Math.round((now - last.at) / 60_000)} minutes.`
        : `${name}: no readings yet.`,
      remedy: 'Look at the monitor: battery, tube, network.',
      reasons: [
        { rule: `Silent after ${SILENT / 60_000} minutes`, source: published('Shop default') },
      ],
    }
  const quarter = meanOver(ordered, now - QUARTER, now)
  const day = meanOver(ordered, now - EIGHT, now)
  const dose = day ? day.mean * day.covered : 0
  const inputs = {
    now: `${round(last.value)} ${unit}`,
    ...(quarter && {
      fifteenMinutes: `${round(quarter.mean)} ${unit}`,
      covered: { amount: quarter.covered, unit: 'share' as const },
    }),
    eightHoursSoFar: `${round(dose)} ${unit}`,
  }
  const stop = (
    sentence: string,
    rule: string,
    source = twa?.source ?? EXCURSION_SOURCE,
  ): Finding => ({
    ...base,
    level: 'stop',
    sentence,
    remedy: 'Stop the arc, leave the plume, open the air check.',
    reasons: [{ rule, source, inputs }],
  })
  if (ceiling && over(last.value, ceiling))
    return stop(
      `${name} ${round(last.value)} ${unit}: over the ceiling.`,
      limitText(ceiling),
      ceiling.source,
    )
  if (quarter && quarter.covered >= 0.5) {
    if (stel && over(quarter.mean, stel))
      return stop(
        `${name} ${round(quarter.mean)} ${unit} over 15 minutes: over the limit.`,
        limitText(stel),
        stel.source,
      )
    if (!stel && !ceiling && twa && over(quarter.mean, twa, EXCURSION))
      return stop(
        `${name} ${round(quarter.mean)} ${unit} over 15 minutes: more than three times the 8 h limit.`,
        limitText(twa),
        EXCURSION_SOURCE,
      )
  }
  if (twa && over(dose, twa))
    return stop(
      `${name}: the 8 h limit is used up (${round(dose)} ${unit} so far).`,
      limitText(twa),
      twa.source,
    )
  const limit = twa ?? stel ?? ceiling
  if (!limit)
    return {
      ...base,
      level: 'unknown',
      sentence: `${name} ${round(last.value)} ${unit}: no adopted limit to hold it against.`,
      reasons: [
        { rule: 'No limit on file is not the same as harmless', source: EXCURSION_SOURCE, inputs },
      ],
    }
  if (twa && gradeShare(dose / asSubstance(twa)).level === 'caution')
    return {
      ...base,
      level: 'caution',
      sentence: `${name}: half of the 8 h limit is used up.`,
      reasons: [{ rule: limitText(twa), source: twa.source, inputs }],
    }
  return {
    ...base,
    level: 'clear',
    sentence: `${name} ${round(last.value)} ${unit} now, ${round(dose)} over 8 h so far. A monitor shows the trend; the pump sample decides.`,
    reasons: [{ rule: limitText(limit), source: limit.source, inputs }],
  }
}

const round = (x: number): number => Number(x.toPrecision(2))
