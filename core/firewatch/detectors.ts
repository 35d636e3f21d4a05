import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'

/** Detectors that were isolated or shielded are put back by somebody who is named. Common practice. */
export function judgeDetectors(putsBack: { name: string; isActive: boolean } | null): Finding {
  const base = {
    code: 'fire.putsBack',
    step: 'fire' as const,
    reasons: [
      { rule: 'Who isolates a detector is named, and puts it back', source: COMMON_PRACTICE },
    ],
  }
  if (putsBack?.isActive)
    return { ...base, level: 'clear', sentence: `${putsBack.name} puts the detectors back.` }
  return {
    ...base,
    level: 'unknown',
    sentence: 'Who puts the detectors back is not told.',
    remedy: 'Name who puts them back when the watch is over.',
  }
}
