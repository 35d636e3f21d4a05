import type { Finding } from '../finding/finding'
import { published } from '../finding/source'
import { fitTestUntil } from '../respirator/fit'

interface Dated {
  respiratorUntil: string | null
  fitTestOn: string | null
}

/** Reminders begin this many days before something runs out. Common practice, value chosen by us. */
export const REMIND_DAYS = 30

/** Days until something of a person's record runs out, `daysUntil` counting calendar days from today to a day. */
export function judgeRecord(record: Dated, daysUntil: (day: string) => number): Finding[] {
  return [
    ...expiry(
      'people.respirator',
      'Respirator clearance',
      record.respiratorUntil,
      daysUntil,
      'OSHA 29 CFR 1910.134(e)(7)',
      'Book the medical evaluation.',
    ),
    ...expiry(
      'people.fitTest',
      'Fit test',
      record.fitTestOn === null ? null : fitTestUntil(record.fitTestOn),
      daysUntil,
      'OSHA 29 CFR 1910.134(f)(2)',
      'Book the fit test.',
    ),
  ]
}

function expiry(
  code: string,
  what: string,
  until: string | null,
  daysUntil: (day: string) => number,
  document: string,
  remedy: string,
): Finding[] {
  if (until === null) return []
  const days = daysUntil(until)
  if (days > REMIND_DAYS) return []
  const base = {
    code,
    step: 'body' as const,
    remedy,
    reasons: [{ rule: `${what} counts until ${until}`, source: published(document) }],
  }
  return [
    days < 0
      ? { ...base, level: 'stop', sentence: `${what} ran out on ${until}.` }
      : {
          ...base,
          level: 'caution',
          sentence: `${what} runs out ${days === 0 ? 'today' : `in ${days} ${days === 1 ? 'day' : 'days'}`}, on ${until}.`,
        },
  ]
}
