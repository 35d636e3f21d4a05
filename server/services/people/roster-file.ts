import Papa from 'papaparse'
import { headerErrors, readRoster, type RosterRow } from '#core/people/roster'

const MOST_ROWS = 10_000
const MOST_COLUMNS = 60

export interface RosterFile {
  /** More than can be read at once; nothing was read then. */
  tooMany: string | null
  headerErrors: string[]
  rows: RosterRow[]
}

/** Read a roster file. Counted while it is parsed, so that a huge one is not held whole. */
export function readRosterFile({
  csv,
  courses,
  today,
}: {
  csv: string
  courses: readonly string[]
  today: string
}): RosterFile {
  const text = csv.replace(/^\uFEFF/, '')
  const none = { headerErrors: [], rows: [] }
  // The library renames a doubled column; the first line itself shows it.
  const header = Papa.parse<string[]>(text, { preview: 1 }).data[0] ?? []
  if (header.length > MOST_COLUMNS) return { ...none, tooMany: `At most ${MOST_COLUMNS} columns.` }
  const parsed = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    preview: MOST_ROWS + 1,
    transformHeader: (name) => name.trim().toLowerCase(),
  })
  if (parsed.data.length > MOST_ROWS)
    return { ...none, tooMany: `At most ${MOST_ROWS} rows at once.` }
  const faults = headerErrors(header)
  const malformed = new Map(
    parsed.errors.flatMap((error) => (error.row === undefined ? [] : [faultOf(error, error.row)])),
  )
  const lines = parsed.data.map((values, i) => ({
    line: i + 2,
    values,
    malformed: malformed.get(i),
  }))
  return {
    tooMany: null,
    headerErrors: faults,
    rows: faults.length > 0 ? [] : readRoster(lines, { courses, today }),
  }
}

/** Row of the data and what is wrong with its form. The library counts the first line for quotation marks only. */
function faultOf(error: Papa.ParseError, row: number): [number, string] {
  if (error.type === 'Quotes') return [row - 1, 'A quotation mark is not closed.']
  return [
    row,
    error.code === 'TooManyFields' ? 'More fields than columns.' : 'Fewer fields than columns.',
  ]
}
