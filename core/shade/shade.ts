import type { Finding, Input } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { isArc, PROCESS_NAME, type JobSpec } from '../job/job'
import { shadeRow } from './lookup'
import { GUIDE_COMFORT, GUIDE_MINIMUM, LEGAL_MINIMUM, type ShadeRow } from './shade.table'

export type ShadeQuery = Pick<JobSpec, 'process' | 'amps' | 'electrode' | 'thickness'>

export interface ShadeAnswer {
  /** Legal minimum, or null when the chart has no row. */
  floor: number | null
  /** Suggested start, never under the floor; the floor itself where the guide prints none. */
  working: number | null
  findings: Finding[]
}

/**
 * Legal minimum and suggested shade for a job.
 * Arc processes go by amps (A) and, for SMAW, electrode diameter (mm); flame processes by plate thickness (mm).
 * Outside the chart, or with the measure missing, the Findings are `unknown` and both numbers null.
 * Source: OSHA 29 CFR 1910.133(a)(5); ANSI Z49.1 / AWS F2.2.
 */
export function assignShade(query: ShadeQuery): ShadeAnswer {
  const legal = legalRow(query)
  if (typeof legal === 'string') {
    return { floor: null, working: null, findings: [{
      code: 'eyes.minimum', step: 'eyes', level: 'unknown', sentence: `No shade, because ${legal}`,
      remedy: 'Correct the entry. Outside the table ask a competent person; it is never extrapolated.',
      reasons: [{ rule: 'Minimum shade by process and current or plate', source: LEGAL_MINIMUM[0]!.source, inputs: inputsOf(query) }],
    }] }
  }
  const guide = guideRow(query)
  const guideMinimum = isArc(query.process) && query.amps !== null ? shadeRow(GUIDE_MINIMUM, query.process, 'amps', query.amps) : null
  const working = Math.max(legal.shade, guide?.shade ?? 0)
  const inputs = inputsOf(query)
  const minimum: Finding = {
    code: 'eyes.minimum', step: 'eyes', level: 'clear', value: { amount: legal.shade, unit: 'shade' },
    sentence: `Never lighter than shade ${legal.shade}.`,
    reasons: [{ rule: `Legal minimum, ${rowText(legal)}`, source: legal.source, inputs }],
  }
  const start: Finding = {
    code: 'eyes.start', step: 'eyes', level: 'clear', value: { amount: working, unit: 'shade' },
    sentence: guide
      ? `Start at shade ${working}; come down one at a time until the puddle shows, not under ${legal.shade}.`
      : `The guide prints no comfort shade here; start at the minimum, ${legal.shade}, or darker.`,
    reasons: [
      ...(guide ? [{ rule: `Suggested comfort shade, ${rowText(guide)}`, source: guide.source, inputs }] : []),
      ...(guideMinimum ? [{ rule: `The guide's own minimum is ${guideMinimum.shade}${guideMinimum.shade < legal.shade ? `; the law's ${legal.shade} goes before it` : ''}`, source: guideMinimum.source }] : []),
      { rule: 'Start too dark and come down, never under the minimum', source: COMMON_PRACTICE },
    ],
  }
  return { floor: legal.shade, working, findings: [minimum, start] }
}

/** The darker of what amps and electrode size ask for; a text says why there is none. */
function legalRow(query: ShadeQuery): ShadeRow | string {
  if (!isArc(query.process)) {
    if (query.process === 'TB') return shadeRow(LEGAL_MINIMUM, 'TB', 'thickness', query.thickness ?? 1)!
    if (query.thickness === null) return 'the plate thickness is not given.'
    return shadeRow(LEGAL_MINIMUM, query.process, 'thickness', query.thickness) ?? 'the plate thickness must be more than zero.'
  }
  if (query.amps === null) return 'the current is not given.'
  const byAmps = shadeRow(LEGAL_MINIMUM, query.process, 'amps', query.amps)
  if (!byAmps) return `${query.amps} A lies outside the table for ${PROCESS_NAME[query.process].toLowerCase()}.`
  if (query.process !== 'SMAW' || query.electrode === null) return byAmps
  const bySize = shadeRow(LEGAL_MINIMUM, 'SMAW', 'electrode', query.electrode)
  if (!bySize) return `an electrode of ${query.electrode} mm lies outside the table.`
  return bySize.shade > byAmps.shade ? bySize : byAmps
}

function guideRow(query: ShadeQuery): ShadeRow | null {
  if (isArc(query.process)) return query.amps === null ? null : shadeRow(GUIDE_COMFORT, query.process, 'amps', query.amps)
  return shadeRow(GUIDE_COMFORT, query.process, 'thickness', query.thickness ?? 1)
}

function inputsOf(query: ShadeQuery): Record<string, Input> {
  return {
    process: PROCESS_NAME[query.process],
    ...(query.amps !== null && { current: { amount: query.amps, unit: 'A' as const } }),
    ...(query.electrode !== null && { electrode: { amount: query.electrode, unit: 'mm' as const } }),
    ...(query.thickness !== null && { plate: { amount: query.thickness, unit: 'mm' as const } }),
  }
}

function rowText(row: ShadeRow): string {
  const unit = row.by === 'amps' ? 'A' : 'mm'
  const round = (x: number): number => Math.round(x * 100) / 100
  if (row.to === Infinity) return row.from === 0 ? 'every size' : `over ${round(row.from)} ${unit}`
  return row.from === 0 ? `under ${round(row.to)} ${unit}` : `${round(row.from)} to ${round(row.to)} ${unit}`
}
