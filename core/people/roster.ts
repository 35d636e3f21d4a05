import { PROCESSES, type Process } from '../job/job'
import { CORRECTIONS, type Correction } from '../shade/personal'

/** Columns of a roster file, in the order in which they are written. Only number and name must be there. */
export const ROSTER_COLUMNS = [
  'number',
  'name',
  'email',
  'role',
  'course',
  'fire_watch_trained_on',
  'cleared_for',
  'respirator_until',
  'fit_test_on',
  'fit_model',
  'fit_size',
  'light_sensitive',
  'correction',
  'tint',
] as const
export type RosterColumn = (typeof ROSTER_COLUMNS)[number]
export const ROSTER_NEEDED: readonly RosterColumn[] = ['number', 'name']

/** A lead is made by hand, never from a file. */
export const ROSTER_ROLES = ['instructor', 'worker', 'viewer'] as const

export interface RosterPerson {
  number: string
  name: string
  email: string | null
  role: (typeof ROSTER_ROLES)[number]
  course: string | null
  fireWatchTrainedOn: string | null
  cleared: Process[]
  respiratorUntil: string | null
  fitTestOn: string | null
  fitModel: string | null
  fitSize: string | null
  lightSensitive: boolean
  correction: Correction
  tint: number | null
}
interface RosterError {
  column: string
  message: string
}
export interface RosterRow {
  line: number
  number: string
  name: string
  person: RosterPerson | null
  errors: RosterError[]
}

/** What is already here and cannot be twice. `today`: calendar day of the site. */
export interface RosterContext {
  courses: readonly string[]
  today: string
}

/** Faults of the first line, which stop the whole file: a column that is missing, doubled or not known. */
export function headerErrors(header: readonly string[]): string[] {
  const names = header.map((name) => name.trim().toLowerCase())
  return [
    ...ROSTER_NEEDED.filter((column) => !names.includes(column)).map(
      (column) => `The column "${column}" is missing.`,
    ),
    ...names
      .filter((name) => !(ROSTER_COLUMNS as readonly string[]).includes(name))
      .map((name) => `The column "${name}" is not known. Known are: ${ROSTER_COLUMNS.join(', ')}.`),
    ...names
      .filter((name, i) => names.indexOf(name) !== i)
      .map((name) => `The column "${name}" stands there twice.`),
  ]
}

/** Check the rows of a roster. A row with any error gives no person; the others are not touched by it. */
export function readRoster(
  records: readonly { line: number; values: Partial<Record<string, string>>; malformed?: string }[],
  context: RosterContext,
): RosterRow[] {
  const seenNumbers = new Map<string, number>()
  const seenEmails = new Map<string, number>()
  return records.map(({ line, values, malformed }) => {
    const errors: RosterError[] = malformed ? [{ column: '', message: malformed }] : []
    const person = malformed ? null : readPerson(values, context, errors)
    if (person) {
      twice(seenNumbers, person.number.toLowerCase(), line, 'number', errors)
      if (person.email) twice(seenEmails, person.email, line, 'email', errors)
    }
    return {
      line,
      number: text(values, 'number'),
      name: text(values, 'name'),
      person: errors.length === 0 ? person : null,
      errors,
    }
  })
}

function twice(
  seen: Map<string, number>,
  key: string,
  line: number,
  column: string,
  errors: RosterError[],
): void {
  const first = seen.get(key)
  if (first !== undefined) errors.push({ column, message: `The same as on line ${first}.` })
  else seen.set(key, line)
}

const text = (values: Partial<Record<string, string>>, column: RosterColumn): string =>
  (values[column] ?? '').trim()

function readPerson(
  values: Partial<Record<string, string>>,
  context: RosterContext,
  errors: RosterError[],
): RosterPerson {
  const fault = (column: RosterColumn, message: string): void => {
    errors.push({ column, message })
  }
  const plain = (column: RosterColumn, most: number): string | null => {
    const value = text(values, column)
    if (value.length > most) fault(column, `At most ${most} characters.`)
    return value || null
  }
  const day = (column: RosterColumn, past: boolean): string | null => {
    const value = text(values, column)
    if (!value) return null
    if (!isDay(value)) fault(column, `"${value}" is no day; write it like 2026-03-31.`)
    else if (past && value > context.today) fault(column, `${value} lies in the future.`)
    return value
  }
  const oneOf = <T extends string>(column: RosterColumn, known: readonly T[], other: T): T => {
    const value = text(values, column).toLowerCase()
    if (value && !(known as readonly string[]).includes(value))
      fault(column, `"${value}" is not known. Known are: ${known.join(', ')}.`)
    return (value || other) as T
  }
  const number = plain('number', 40) ?? ''
  const name = plain('name', 200) ?? ''
  if (!number) fault('number', 'A number is needed: it tells people of one name apart.')
  if (!name) fault('name', 'A name is needed.')
  const email = plain('email', 200)?.toLowerCase() ?? null
  if (email && !/^[^\s@]+@[^\s@]+\.[^\s@.]+$/.test(email))
    fault('email', `"${email}" is no email address.`)
  const course = plain('course', 100)
  const knownCourse =
    course === null
      ? null
      : (context.courses.find((entry) => entry.toLowerCase() === course.toLowerCase()) ?? null)
  if (course && !knownCourse) fault('course', `There is no course "${course}".`)
  const cleared = text(values, 'cleared_for')
    .toUpperCase()
    .split(/[\s;/]+/)
    .filter(Boolean)
  for (const process of cleared)
    if (!(PROCESSES as readonly string[]).includes(process))
      fault('cleared_for', `"${process}" is no process. Known are: ${PROCESSES.join(' ')}.`)
  const tint = text(values, 'tint') ? Number(text(values, 'tint').replace(',', '.')) : null
  if (tint !== null && !(tint >= 1 && tint <= 10)) fault('tint', 'A tint is a shade from 1 to 10.')
  return {
    number,
    name,
    email,
    course: knownCourse,
    tint,
    role: oneOf('role', ROSTER_ROLES, 'worker'),
    fireWatchTrainedOn: day('fire_watch_trained_on', true),
    cleared: [...new Set(cleared)] as Process[],
    respiratorUntil: day('respirator_until', false),
    fitTestOn: day('fit_test_on', true),
    fitModel: plain('fit_model', 80),
    fitSize: plain('fit_size', 20),
    lightSensitive: oneOf('light_sensitive', ['yes', 'no'], 'no') === 'yes',
    correction: oneOf('correction', CORRECTIONS, 'none'),
  }
}

const DAYS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]

/** Whether a text is a calendar day that exists, like 2026-03-31. */
function isDay(value: string): boolean {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(value)
  if (!match) return false
  const [year, month, date] = match.slice(1).map(Number) as [number, number, number]
  const leap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0)
  return (
    month >= 1 && month <= 12 && date >= 1 && date <= (month === 2 && !leap ? 28 : DAYS[month - 1]!)
  )
}

/** The roster line of a person, column by column. */
export function rosterLine(person: RosterPerson): Record<RosterColumn, string> {
  return {
    number: person.number,
    name: person.name,
    email: person.email ?? '',
    role: person.role,
    course: person.course ?? '',
    fire_watch_trained_on: person.fireWatchTrainedOn ?? '',
    cleared_for: person.cleared.join(' '),
    respirator_until: person.respiratorUntil ?? '',
    fit_test_on: person.fitTestOn ?? '',
    fit_model: person.fitModel ?? '',
    fit_size: person.fitSize ?? '',
    light_sensitive: person.lightSensitive ? 'yes' : 'no',
    correction: person.correction,
    tint: person.tint === null ? '' : String(person.tint),
  }
}

/** Columns in which two readings of one person differ. */
export function rosterChanges(before: RosterPerson, after: RosterPerson): RosterColumn[] {
  const [a, b] = [
    rosterLine({ ...before, cleared: [...before.cleared].sort() }),
    rosterLine({ ...after, cleared: [...after.cleared].sort() }),
  ]
  return ROSTER_COLUMNS.filter((column) => a[column] !== b[column])
}
