import { COMMON_PRACTICE, published, type Source } from '../finding/source'

/** What a site may let go of after some years. */
export const RECORD_KINDS = ['inspection', 'gas', 'reading', 'message'] as const
export type RecordKind = (typeof RECORD_KINDS)[number]

/** How many years each kind is kept; null: for good. */
export type KeepingYears = Record<RecordKind, number | null>

interface Minimum {
  /** Years that no site may go below. */
  least: number
  because: string
  source: Source
}

/** Nobody plans for longer; for good is told otherwise. */
const MOST_YEARS = 100

/** Sources: as named at each; where the law says nothing, a year back is what people look up. */
export const MINIMUM: Readonly<Record<RecordKind, Minimum>> = {
  inspection: {
    least: 2,
    because:
      'The record of a yearly look stays for a year after the next one; the newest of each kind always stays.',
    source: published('OSHA 29 CFR 1910.157(e)(3)'),
  },
  gas: {
    least: 1,
    because: 'A year of use tells what to order; the filling that is in use always stays.',
    source: COMMON_PRACTICE,
  },
  reading: {
    least: 1,
    because: 'Single values may go after a year; what they amount to by the hour stays.',
    source: published('OSHA 29 CFR 1910.1020(d)(1)(ii)(A)'),
  },
  message: {
    least: 1,
    because: 'Who was called for what is asked after for a year at least.',
    source: COMMON_PRACTICE,
  },
}

/** What no site lets go of here, and why. */
export const FOR_GOOD: readonly { what: string; because: string; source: Source }[] = [
  {
    what: 'Air samples, assessments, and monitor readings by the hour',
    because: 'Records of exposure are kept for 30 years.',
    source: published('OSHA 29 CFR 1910.1020(d)(1)(ii)'),
  },
  {
    what: 'Fit tests and what is on record of health',
    because: 'Kept as long as somebody works here, and 30 years more.',
    source: published('OSHA 29 CFR 1910.1020(d)(1)(i)'),
  },
  {
    what: 'Permits with every step, and the audit',
    because:
      'Each step carries the mark of the one before; one that is missing looks like a forgery.',
    source: COMMON_PRACTICE,
  },
]

/** Why so many years may not be chosen, or null. @param years whole years; null: for good */
export function keepingFault(kind: RecordKind, years: number | null): string | null {
  if (years === null) return null
  const { least } = MINIMUM[kind]
  return Number.isInteger(years) && years >= least && years <= MOST_YEARS
    ? null
    : `From ${least} to ${MOST_YEARS} years, or empty for good.`
}
