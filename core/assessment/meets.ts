import { asSubstance, limitWithNote, type Limit } from '../exposure/limits.table'
import { unitOf } from '../exposure/terms'
import type { Reason } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { JobSpec } from '../job/job'
import { APF_SOURCE, respiratorRow } from '../respirator/apf.table'

const IN_THE_PLUME = 'The breathing zone in the plume holds far more than the room'

/** What an estimate and a measurement have in common when they meet a limit. */
export function meets(
  job: Pick<JobSpec, 'respirator'>,
  limit: Limit,
  concentration: number,
  reasons: readonly Reason[],
) {
  const worn = respiratorRow(job.respirator)
  const share = concentration / asSubstance(limit)
  return {
    limit,
    concentration,
    average: concentration,
    protection: worn.apf,
    ownAir: worn.ownAir ?? false,
    value: { amount: concentration, unit: unitOf(limit.substance) },
    reasons: [
      ...reasons,
      {
        rule: limitWithNote(limit),
        source: limit.source,
        inputs: { share: { amount: share, unit: 'share' as const } },
      },
      { rule: IN_THE_PLUME, source: COMMON_PRACTICE },
      ...(worn.apf > 1
        ? [{ rule: `Assigned protection factor ${worn.apf}, ${worn.name}`, source: APF_SOURCE }]
        : []),
    ],
  }
}
