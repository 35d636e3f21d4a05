import type { Finding } from '../finding/finding'
import { dayText } from '../calendar/day'
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
    reasons: [{ rule: `${what} counts until ${dayText(until)}`, source: published(document) }],
  }
  if (days < 0)
    return [{ ...base, level: 'stop', sentence: `${what} ran out on ${dayText(until)}.` }]
  const when = days === 0 ? 'today' : `in ${days} ${days === 1 ? 'day' : 'days'}`
  return [
    { ...base, level: 'caution', sentence: `${what} runs out ${when}, on ${dayText(until)}.` },
  ]
}
