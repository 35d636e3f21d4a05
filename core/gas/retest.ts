import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { listed } from '../finding/wording'
import { monthKey, readStamp, RETEST, type Specification, type StampDate } from './stamp'

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
]
const monthText = (year: number, month: number): string => `${MONTHS[month - 1]} ${year}`

/** Older than any cylinder in use: a misread stamp. */
const OLDEST_YEAR = 1910

export interface RetestContext {
  /** Calendar day of the site. */
  today: string
  /** The supplier sees to the test of a rented one; null: not told. */
  tenure: 'owned' | 'rented' | null
  /** The site lets nobody use one past its date. */
  stopsUse: boolean
}

export interface Retest {
  /** The last month in which it may be filled, `2028-06`; null: unknown. */
  dueMonth: string | null
  /** A plus behind the newest date. */
  plus: boolean
  finding: Finding
}

const WHOSE = {
  owned: 'Owned: the test is yours to pay for',
  rented: 'Rented: the supplier sees to the test',
  untold: 'Whose it is, is not told: find out who sees to the test',
} as const

/** How long a test holds by the strictest specification on the shoulder. */
function holds(specifications: readonly Specification[], newest: StampDate): number {
  return Math.min(
    ...specifications.map((one) =>
      newest.star ? (RETEST[one].starYears ?? RETEST[one].years) : RETEST[one].years,
    ),
  )
}

/** Whether a cylinder is within its test date, by its shoulder marks. Not readable, or a date ahead of today, is unknown. */
export function judgeRetest(marks: string, context: RetestContext): Retest {
  const { specifications, dates } = readStamp(marks, context.today)
  const [newest] = dates
  const base = { code: 'gas.retest', step: 'gear' as const }
  const whose: Reason = { rule: WHOSE[context.tenure ?? 'untold'], source: COMMON_PRACTICE }
  const fault = faultOf(specifications, newest, context.today)
  if (!newest || fault)
    return {
      dueMonth: null,
      plus: false,
      finding: {
        ...base,
        level: 'unknown',
        sentence: fault ?? 'No test date can be read from the shoulder marks.',
        remedy: 'Type the marks of the shoulder as they stand, or ask the supplier.',
        reasons: [
          {
            rule: 'The newest test date counts',
            source: published('49 CFR 180.209'),
            inputs: { marks: marks.trim() || 'none' },
          },
          whose,
        ],
      },
    }
  const years = holds(specifications, newest)
  const dueYear = newest.year + years
  const dueMonth = monthKey({ year: dueYear, month: newest.month })
  const due = monthText(dueYear, newest.month)
  const reasons: Reason[] = [
    ...specifications.map((one) => ({
      rule: RETEST[one].says,
      source: RETEST[one].source,
      inputs: {
        marks: marks.trim(),
        specification: one,
        lastTest: monthText(newest.year, newest.month),
        star: newest.star,
      },
    })),
    ...(years === 5
      ? [
          {
            rule: 'Ten years, as often taught, needs the star behind the newest date',
            source: published('49 CFR 180.209'),
          },
        ]
      : []),
    whose,
  ]
  const inDate = dueMonth >= context.today.slice(0, 7)
  return {
    dueMonth,
    plus: newest.plus,
    finding: inDate
      ? { ...base, level: 'clear', sentence: `Its test holds to the end of ${due}.`, reasons }
      : {
          ...base,
          level: context.stopsUse ? 'stop' : 'caution',
          sentence: `Its test ran out in ${due}. It may be emptied, not filled.`,
          remedy:
            context.tenure === 'rented'
              ? 'Send it back to the supplier.'
              : 'Have it tested before it is filled again.',
          reasons: context.stopsUse
            ? [
                ...reasons,
                { rule: 'This site lets nobody use one past its date', source: COMMON_PRACTICE },
              ]
            : reasons,
        },
  }
}

function faultOf(
  specifications: readonly Specification[],
  newest: StampDate | undefined,
  today: string,
): string | null {
  if (specifications.length === 0)
    return 'The shoulder marks name no specification that is known here.'
  if (!newest) return `It is of ${listed(specifications)}, but no test date can be read.`
  if (monthKey(newest) > today.slice(0, 7)) return `The stamp ${newest.text} lies ahead of today.`
  return newest.year < OLDEST_YEAR ? `The stamp ${newest.text} is older than any cylinder.` : null
}
