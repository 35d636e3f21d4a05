import { exposureFinding } from '../exposure/exposure-finding'
import { asSubstance, strictest, type Limit } from '../exposure/limits.table'
import {
  answerOf,
  dangerousResult,
  TAKEN_OVER,
  type Answered,
  type MeasuredAir,
} from '../exposure/measured'
import { LIMIT_KINDS, unitOf, type LimitSet, type Substance } from '../exposure/terms'
import type { Finding, Reason } from '../finding/finding'
import type { JobSpec } from '../job/job'
import { meets } from './meets'

/** The results of one substance: what they say, and the adopted limits of which they say nothing. */
interface Measured {
  findings: Finding[]
  open: Limit[]
}

/**
 * The results of air sampling against the strictest adopted limit of each kind.
 * A result that is immediately dangerous answers all of them, over whatever time it was taken.
 */
export function judgeMeasured(
  job: Pick<JobSpec, 'measured' | 'respirator'>,
  substance: Substance,
  adopted: readonly LimitSet[],
): Measured {
  const limits = LIMIT_KINDS.flatMap((kind) => strictest(substance, kind, adopted) ?? [])
  const dangerous = dangerousResult(job.measured, substance)
  const findings: Finding[] = []
  const open: Limit[] = []
  for (const limit of limits) {
    const answer = dangerous ?? answerOf(job.measured, substance, limit.kind, asSubstance(limit))
    if (answer) findings.push(answered(job, limit, answer))
    else open.push(limit)
  }
  return { findings, open }
}

const reportOf = (
  measured: MeasuredAir,
  substance: Substance,
  { concentration, takenOver }: Answered,
): Reason => ({
  rule: `Air sampling on file, over ${TAKEN_OVER[takenOver]}: ${measured.reference}`,
  source: { document: 'Entered by the shop', recall: 'practice' },
  inputs: { result: { amount: concentration, unit: unitOf(substance) } },
})

function answered(
  job: Pick<JobSpec, 'measured' | 'respirator'>,
  limit: Limit,
  answer: Answered,
): Finding {
  return exposureFinding({
    ...meets(job, limit, answer.concentration, [reportOf(job.measured!, limit.substance, answer)]),
    how: 'Measured',
    legal: true,
    caveat: 'One result; another day may differ.',
  })
}
