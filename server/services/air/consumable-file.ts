import { PARTS, type Composition } from '#core/fume/composition'
import type { ImportPreview } from '#shared/files/schema'
import { compositionSchema } from '#shared/fume/schema'
import { numberOf, readTable, rowState } from '../files/table'

/** Columns of the CSV form; each part is a mass fraction from 0 to 1. The JSON form is an array of the same with `parts` as an object. */
const COLUMNS = ['name', 'process', 'alloy', 'fume', 'of', 'reference'] as const

export interface ConsumablePlan {
  rows: ImportPreview['rows']
  /** What is wrong with the file as a whole. */
  header: string[]
  /** Rows that are neither broken nor there already. */
  fresh: Composition[]
}

/** What a file of consumables would add. @param known names that are there already, in small letters */
export function planConsumables({
  text,
  format,
  known,
}: {
  text: string
  format: 'csv' | 'json'
  known: ReadonlySet<string>
}): ConsumablePlan {
  const { entries, wrong } = format === 'csv' ? fromCsv(text) : fromJson(text)
  const seen = new Set<string>()
  const fresh: Composition[] = []
  const rows = entries.map(({ line, value, fault }) => {
    const read = compositionSchema.safeParse(value)
    const name = String((value as { name?: unknown }).name ?? '')
    const key = name.toLowerCase()
    const issues = (read.error?.issues ?? []).map((issue) => ({
      field: issue.path.join('.'),
      message: issue.message,
    }))
    const faults = fault ? [{ field: '', message: fault }] : issues
    if (faults.length === 0 && seen.has(key))
      faults.push({ field: 'name', message: 'This name stands in the file twice.' })
    seen.add(key)
    const state = rowState(faults.length > 0, known.has(key))
    if (state === 'new' && read.success) fresh.push(read.data as Composition)
    return { line, name, faults, state }
  })
  return { rows, header: wrong, fresh }
}

interface Entry {
  line: number
  value: unknown
  fault: string | null
}

function fromCsv(text: string): { entries: Entry[]; wrong: string[] } {
  const parts = new Map(PARTS.map((part) => [part.toLowerCase(), part]))
  const { lines, wrong } = readTable(text, COLUMNS, [...COLUMNS, ...parts.keys()])
  if (wrong.length > 0) return { entries: [], wrong }
  const entries = lines.map(({ line, values, fault }) => {
    const { name, process, alloy, of, reference } = values
    return {
      line,
      fault,
      value: {
        name,
        process,
        alloy,
        of,
        reference,
        fume: numberOf(values.fume),
        parts: Object.fromEntries(
          [...parts].flatMap(([column, part]) =>
            values[column] === undefined || values[column].trim() === ''
              ? []
              : [[part, numberOf(values[column])]],
          ),
        ),
      },
    }
  })
  return { entries, wrong }
}

/** A shop has hundreds. */
const MOST_ROWS = 2_000

function fromJson(text: string): { entries: Entry[]; wrong: string[] } {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { entries: [], wrong: ['This is not JSON.'] }
  }
  if (!Array.isArray(value))
    return { entries: [], wrong: ['The file holds a list of consumables in square brackets.'] }
  if (value.length > MOST_ROWS)
    return { entries: [], wrong: [`At most ${MOST_ROWS} consumables at once.`] }
  return {
    entries: value.map((entry, i) => ({ line: i + 1, value: entry ?? {}, fault: null })),
    wrong: [],
  }
}
