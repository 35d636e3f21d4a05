import { gasesNotJudged } from '../air/unreckoned'
import { isMeasured } from '../exposure/measured'
import { GASES, type LimitSet } from '../exposure/terms'
import { byWorst, type Finding } from '../finding/finding'
import { gasesOf } from '../fume/arc-gas'
import type { JobSpec } from '../job/job'
import { judgeMeasured } from './judge-measured'
import { notMeasuredOver, withoutLimit } from './not-judged'

/**
 * Gases that the process makes: measured ones against the adopted limits, the others named as not judged.
 * No model reckons them. In the open room of a shop that is a caution; in a closed space they gather, and it is unknown.
 */
export function judgeGases(job: JobSpec, adopted: readonly LimitSet[]): Finding[] {
  const measured = GASES.filter((gas) => isMeasured(job.measured, gas))
  const unmeasured = gasesOf([job.process]).filter((gas) => !measured.includes(gas))
  const level = job.air.space === 'confined' ? 'unknown' : 'caution'
  return [
    ...measured.flatMap((gas) => {
      const { findings, open } = judgeMeasured(job, gas, adopted)
      const all = [...findings, ...open.map(notMeasuredOver)]
      return all.length === 0 ? withoutLimit(gas) : byWorst(all).slice(0, 1)
    }),
    ...(unmeasured.length > 0 ? [gasesNotJudged(unmeasured, level)] : []),
  ]
}
