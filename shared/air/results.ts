import type { AirAnswer } from '#core/air/judge'
import { limitText } from '#core/exposure/limits.table'
import type { AirResult } from './schema'

/** An answer of the core in the form in which assessments are kept and shown. */
export const resultsOf = (answer: AirAnswer): AirResult[] =>
  answer.substances.map((entry) => ({
    substance: entry.substance,
    twa: entry.breathed.twa,
    stel: entry.breathed.stel,
    ceiling: entry.breathed.ceiling,
    bound: entry.breathed.bound,
    because: entry.breathed.because,
    drawn: entry.drawn,
    upperShare: entry.upperShare,
    band: entry.band,
    level: entry.level,
    limits: entry.compared.map((compared, i) => ({
      text: limitText(compared.limit),
      kind: compared.limit.kind,
      level: compared.level,
      value: compared.value,
      share: compared.share,
      decides: compared.decides,
      chance: entry.chances?.[i] ?? null,
    })),
  }))
