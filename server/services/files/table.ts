import Papa from 'papaparse'

const MOST_ROWS = 10_000
const MOST_COLUMNS = 100
const FAULT: Record<string, string> = {
  TooManyFields: 'More fields than columns.',
  TooFewFields: 'Fewer fields than columns.',
  MissingQuotes: 'A quotation mark is not closed.',
  InvalidQuotes: 'A quotation mark is not closed.',
}

/** Lines of a CSV file as named text, headings in small letters. `wrong` says what is missing or not known among the headings, or that the file is too large; counted while it is parsed. */
export function readTable(
  text: string,
  needed: readonly string[],
  known: readonly string[],
): {
  lines: { line: number; values: Record<string, string>; fault: string | null }[]
  wrong: string[]
} {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    preview: MOST_ROWS + 1,
    transformHeader: (name) => name.trim().toLowerCase(),
  })
  if (parsed.data.length > MOST_ROWS)
    return { lines: [], wrong: [`At most ${MOST_ROWS} rows at once.`] }
  const header = parsed.meta.fields ?? []
  if (header.length > MOST_COLUMNS)
    return { lines: [], wrong: [`At most ${MOST_COLUMNS} columns.`] }
  const wrong = [
    ...needed
      .filter((name) => !header.includes(name))
      .map((name) => `The column "${name}" is missing.`),
    ...header
      .filter((name) => !known.includes(name))
      .map((name) => `The column "${name}" is not known here.`),
  ]
  const faults = new Map<number, string>()
  for (const { row, code } of parsed.errors)
    if (row !== undefined) faults.set(row, FAULT[code] ?? 'This line cannot be read.')
  return {
    lines: parsed.data.map((values, i) => ({ line: i + 2, values, fault: faults.get(i) ?? null })),
    wrong,
  }
}

/** A number as people write it, with point or comma; NaN otherwise, so that a schema refuses it. */
export const numberOf = (text: string | undefined): number =>
  text === undefined || text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.'))

/** How a line of an import stands: not to be read, already there, or new. */
export function rowState(broken: boolean, known: boolean): 'broken' | 'known' | 'new' {
  if (broken) return 'broken'
  return known ? 'known' : 'new'
}
