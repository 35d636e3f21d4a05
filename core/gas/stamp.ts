import { published, type Source } from '../finding/source'

/** Specifications that a shoulder names, as far as their dates are reckoned here. */
const SPECIFICATIONS = ['3A', '3AA', '3AL', '8', '8AL', '4BA', '4BW', 'ISO'] as const
export type Specification = (typeof SPECIFICATIONS)[number]

const CFR: Source = published('49 CFR 180.209')
const EUROPE: Source = published('EN ISO 18119 and ADR P200: ten years for most industrial gases')

export interface RetestRule {
  years: number
  /** With a star behind the newest date. */
  starYears?: number
  says: string
  source: Source
}

const FIVE_OR_STAR = { years: 5, starYears: 10, says: 'Every 5 years, 10 with a star', source: CFR }
const FIVE_SHORTEST = {
  years: 5,
  says: 'Every 5 years: the marks do not tell the ways of testing that hold longer',
  source: CFR,
}
const SHELL = { years: 10, says: 'Shell and porous mass every 10 years', source: CFR }

export const RETEST: Record<Specification, RetestRule> = {
  '3A': FIVE_OR_STAR,
  '3AA': FIVE_OR_STAR,
  '3AL': { years: 5, says: 'Every 5 years', source: CFR },
  '8': SHELL,
  '8AL': SHELL,
  '4BA': FIVE_SHORTEST,
  '4BW': FIVE_SHORTEST,
  ISO: { years: 10, says: 'Every 10 years', source: EUROPE },
}

export interface StampDate {
  /** As it was typed. */
  text: string
  year: number
  month: number
  /** Filled a tenth over the service pressure. */
  plus: boolean
  star: boolean
}

export interface StampRead {
  /** All that the marks name; the strictest counts. */
  specifications: Specification[]
  /** Newest first. */
  dates: StampDate[]
}

const SERIAL = /\b(?:S\/?N|SER(?:IAL)?(?:\s+NO)?|NO)\b[.:#]?\s*[\w-]+/gi
/** The prefix tells an 8 from a month of August. */
const NAMED =
  /\b(?:DOT|ICC|CTC|TC)[\s-]*(3AA|3AL|3A|8AL|8|4BA|4BW)M?(?:[\s-]*\d{3,4}(?![\d/.-]))?\b/gi
const PLAIN = /\b(3AA|3AL|3A|4BA|4BW)M?(?:[\s-]*\d{3,4}(?![\d/.-]))?\b/gi
const ISO_MARK = /\b(?:UN\s+)?(?:EN\s+)?ISO\s*\d{4,5}(?:-\d)?\b|\bEN\s*\d{4,5}(?:-\d)?\b/gi
const SIGNS = String.raw`\s*([+*★]?)\s*([+*★]?)`
/** Year first, as European test houses stamp it: `2019/03`. */
const YEAR_FIRST = new RegExp(
  String.raw`(?<![\w/.-])((?:19|20)\d{2})\s*[/.-]\s*(0?[1-9]|1[0-2])(?![\w/.-])${SIGNS}`,
  'g',
)
/** Month, the mark of the retester or a stroke, year: `6 A123 18 + *`, `03/2019+`, `11-17*`. Two figures side by side are no date. */
const MONTH_FIRST = new RegExp(
  String.raw`(?<![\w/.-])(0?[1-9]|1[0-2])(?:\s*[/.-]\s*|\s+[A-Z][A-Z0-9]{1,5}\s+)(\d{4}|\d{2})(?![\w/.-])${SIGNS}`,
  'gi',
)

/** Two digits are of this century unless that lies ahead. */
function fullYear(digits: string, today: string): number {
  if (digits.length === 4) return Number(digits)
  const thisYear = Number(today.slice(0, 4))
  const year = Math.floor(thisYear / 100) * 100 + Number(digits)
  return year > thisYear ? year - 100 : year
}

/** `2018-06`, which sorts as it should. */
export const monthKey = ({ year, month }: { year: number; month: number }): string =>
  `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}`

const signsOf = (signs: (string | undefined)[]): { plus: boolean; star: boolean } => ({
  plus: signs.includes('+'),
  star: signs.some((sign) => sign === '*' || sign === '★'),
})

/**
 * Read shoulder marks as somebody typed them. What is no date and no specification is passed over.
 * @param today calendar day of the site, which tells the century of two digits
 */
export function readStamp(text: string, today: string): StampRead {
  const specifications = new Set<Specification>()
  const note = (mark: string): string => {
    const known = SPECIFICATIONS.find((one) => one === mark.toUpperCase())
    if (known) specifications.add(known)
    return ' ; '
  }
  const dates: StampDate[] = []
  text
    .replace(SERIAL, ' ; ')
    .replace(NAMED, (_, mark: string) => note(mark))
    .replace(PLAIN, (_, mark: string) => note(mark))
    .replace(ISO_MARK, () => note('ISO'))
    .replace(YEAR_FIRST, (all, year: string, month: string, ...signs: string[]) => {
      dates.push({
        text: all.trim(),
        year: Number(year),
        month: Number(month),
        ...signsOf(signs.slice(0, 2)),
      })
      return ' ; '
    })
    .replace(MONTH_FIRST, (all, month: string, year: string, ...signs: string[]) => {
      dates.push({
        text: all.trim(),
        year: fullYear(year, today),
        month: Number(month),
        ...signsOf(signs.slice(0, 2)),
      })
      return ' ; '
    })
  dates.sort((a, b) => monthKey(b).localeCompare(monthKey(a)))
  return { specifications: [...specifications], dates }
}
