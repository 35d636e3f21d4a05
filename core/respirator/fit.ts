import { inSentence } from '../finding/wording'
import type { Finding, Reason } from '../finding/finding'
import { dayText, monthsAfter } from '../calendar/day'
import { COMMON_PRACTICE, published } from '../finding/source'
import type { RespiratorKind } from '../job/job'
import { respiratorRow } from './apf.table'

/** What is on record of a person and respirators. Dates are calendar days, ISO text; medical data is limited to cleared until when. */
export interface RespiratorRecord {
  clearedUntil: string | null
  fitTestOn: string | null
  fitModel: string | null
  fitSize: string | null
  /** Last seal check that was seen. */
  sealCheckOn: string | null
}

/** A fit test counts for this many months. */
const FIT_TEST_MONTHS = 12

/** Last day on which a fit test counts. */
export const fitTestUntil = (fitTestOn: string): string => monthsAfter(fitTestOn, FIT_TEST_MONTHS)

const recorded = (day: string | null): string => (day === null ? 'no record' : dayText(day))

const ready = (
  level: Finding['level'],
  sentence: string,
  reasons: Reason[],
  remedy?: string,
  legal?: boolean,
): Finding => ({
  code: 'body.respirator',
  step: 'body',
  level,
  sentence,
  reasons,
  ...(remedy && { remedy }),
  ...(legal && { legal }),
})

/**
 * Whether a person may wear the respirator of a job on a day. @returns null when the job asks for none
 * Source: OSHA 29 CFR 1910.134(e) medical evaluation, (f)(2) fit test each year, (g)(1) seal.
 */
export function judgeRespirator(
  kind: RespiratorKind,
  record: RespiratorRecord,
  today: string,
): Finding | null {
  if (kind === 'none') return null
  const row = respiratorRow(kind)
  const medical = {
    rule: 'Medical clearance before a respirator is used',
    source: published('OSHA 29 CFR 1910.134(e)(1)'),
    inputs: { respirator: row.name, clearedUntil: recorded(record.clearedUntil) },
  }
  if (record.clearedUntil === null)
    return ready(
      'stop',
      'No medical clearance for a respirator is on record.',
      [medical],
      'Medical evaluation first; until then work that needs no respirator.',
      true,
    )
  if (record.clearedUntil < today)
    return ready(
      'stop',
      `Respirator clearance ran out on ${dayText(record.clearedUntil)}.`,
      [medical],
      'Renew the clearance, then sign it here.',
      true,
    )
  if (!row.tight)
    return ready('clear', `Cleared for ${inSentence(row.name)}; no fit test for a loose fit.`, [
      medical,
    ])
  const fit = {
    rule: `Fit test with the same make, model and size, every ${FIT_TEST_MONTHS} months`,
    source: published('OSHA 29 CFR 1910.134(f)(2)'),
    inputs: {
      fitTest: recorded(record.fitTestOn),
      model: record.fitModel ?? 'not named',
      size: record.fitSize ?? 'not named',
    },
  }
  if (record.fitTestOn === null)
    return ready(
      'stop',
      'No fit test is on record.',
      [fit],
      'Fit test before a tight respirator is used.',
      true,
    )
  if (fitTestUntil(record.fitTestOn) < today)
    return ready(
      'stop',
      `Fit test of ${dayText(record.fitTestOn)} is older than ${FIT_TEST_MONTHS} months.`,
      [fit],
      'Repeat the fit test.',
      true,
    )
  const model = [record.fitModel, record.fitSize].filter(Boolean).join(', ')
  if (!model)
    return ready(
      'unknown',
      'The fit test does not say for which model and size.',
      [fit],
      'Write down model and size from the fit test record.',
    )
  const seal = {
    rule: 'Seal check each time it is put on',
    source: published('OSHA 29 CFR 1910.134(g)(1)(iii)'),
  }
  if (record.sealCheckOn !== today)
    return ready(
      'caution',
      `Wear only the ${model} of the fit test; check the seal now.`,
      [medical, fit, seal],
      'Hands over the filters, breathe in and out; it must not leak.',
    )
  return ready('clear', `${model}: cleared, fit tested, seal checked today.`, [
    medical,
    fit,
    seal,
    { rule: 'Clean-shaven at the seal, stored in a sealed bag', source: COMMON_PRACTICE },
  ])
}
