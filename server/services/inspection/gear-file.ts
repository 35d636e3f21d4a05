import type { Field, GearKind } from '#core/inspection/kind'
import { GEAR_KINDS } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { PART_KINDS } from '#core/gas/set/kind'
import { gearBody, type GearBody } from '#shared/inspection/schema'
import type { OwnKind } from '#shared/inspection/kind'
import { numberOf, readTable } from '../files/table'

/** Columns that every kind has; the fields of a kind follow by their identifiers, numbers in SI. */
const NEEDED = ['kind', 'label'] as const
export const GEAR_COLUMNS = [
  ...NEEDED,
  'description',
  'station',
  'every_days',
  'fitted_to',
  'maker',
  'model',
  'serial',
  'in_service_on',
  'shades',
] as const
/** Set together by hand, or delivered: a row could not say what they are. */
const NOT_BY_FILE: readonly GearKind[] = ['cylinder', 'gasSet']
/** Where a part is, is told at its gas set. */
const PARTS: readonly GearKind[] = PART_KINDS
const MOST_ROWS = 500

/** A row that reads right by itself; station and parent are still names. */
export interface GearFileRow {
  line: number
  label: string
  kindName: string
  /** Null where the row is broken. */
  body: GearBody | null
  station: string
  fittedTo: string
  errors: { column: string; message: string }[]
}
export interface GearFile {
  headerErrors: string[]
  rows: GearFileRow[]
}
interface KindOfRow {
  kind: GearKind
  kindId: string | null
  name: string
  everyDays: number
  fields: readonly Field[]
}

/** Kinds by what a file may call them: their key or their name, in small letters. */
function kindsByName(own: readonly OwnKind[]): Map<string, KindOfRow> {
  const built = GEAR_KINDS.filter((kind) => kind !== 'own').map((kind): KindOfRow => ({
    kind,
    kindId: null,
    ...KINDS[kind],
  }))
  const ours = own.map((one): KindOfRow => ({ ...one, kind: 'own', kindId: one.id }))
  return new Map(
    [...built, ...ours].flatMap((one) => [
      [one.name.toLowerCase(), one] as const,
      ...(one.kind === 'own' ? [] : [[one.kind.toLowerCase(), one] as const]),
    ]),
  )
}

/** Read a file of gear. Runs in the pool: it touches no database. */
export function readGearFile({ csv, own }: { csv: string; own: OwnKind[] }): GearFile {
  const kinds = kindsByName(own)
  const fieldColumns = [...kinds.values()].flatMap(({ fields }) =>
    fields.map(({ id }) => id.toLowerCase()),
  )
  const { lines, wrong } = readTable(csv, NEEDED, [...GEAR_COLUMNS, ...fieldColumns])
  if (wrong.length > 0) return { headerErrors: wrong, rows: [] }
  if (lines.length > MOST_ROWS)
    return { headerErrors: [`At most ${MOST_ROWS} pieces at once.`], rows: [] }
  const seen = new Set<string>()
  return {
    headerErrors: [],
    rows: lines.map(({ line, values, fault }) => {
      const row = readRow(line, values, kinds)
      const key = row.label.toLowerCase()
      if (fault) row.errors.unshift({ column: '', message: fault })
      if (key && seen.has(key))
        row.errors.push({ column: 'label', message: 'This label stands in the file twice.' })
      seen.add(key)
      return row.errors.length > 0 ? { ...row, body: null } : row
    }),
  }
}

function readRow(
  line: number,
  values: Record<string, string>,
  kinds: ReadonlyMap<string, KindOfRow>,
): GearFileRow {
  const text = (column: string): string => (values[column] ?? '').trim()
  const row = {
    line,
    label: text('label'),
    kindName: text('kind'),
    station: text('station'),
    fittedTo: text('fitted_to'),
  }
  const kind = kinds.get(text('kind').toLowerCase())
  const refuse = (column: string, message: string): GearFileRow => ({
    ...row,
    body: null,
    errors: [{ column, message }],
  })
  if (!kind) return refuse('kind', 'There is no such kind of gear.')
  if (NOT_BY_FILE.includes(kind.kind))
    return refuse('kind', 'Cylinders come by a delivery note, gas sets are put together by hand.')
  const foreign = foreignColumns(kind, values)
  if (foreign) return refuse(foreign, `This means nothing for ${kind.name.toLowerCase()}.`)
  const read = gearBody.safeParse(bodyOf(kind, text))
  return {
    ...row,
    body: read.success ? read.data : null,
    errors: read.success
      ? []
      : read.error.issues.map(({ path, message }) => ({ column: columnOf(path), message })),
  }
}

/** A column that is filled in and means nothing for the kind. */
function foreignColumns(kind: KindOfRow, values: Record<string, string>): string | undefined {
  const worn = kind.kind === 'helmet'
  const placed = !worn && !PARTS.includes(kind.kind)
  const known: readonly string[] = [
    ...GEAR_COLUMNS.filter(
      (column) => (column !== 'station' || placed) && (column !== 'shades' || worn),
    ),
    ...kind.fields.map(({ id }) => id.toLowerCase()),
  ]
  // More fields than columns come as a list, and are told as the fault of the line.
  return Object.entries(values).find(
    ([column, text]) => typeof text === 'string' && !known.includes(column) && text.trim() !== '',
  )?.[0]
}

function bodyOf(kind: KindOfRow, text: (column: string) => string): unknown {
  const base = {
    kind: kind.kind,
    label: text('label'),
    description: text('description'),
    everyDays: text('every_days') === '' ? kind.everyDays : numberOf(text('every_days')),
    maker: text('maker'),
    model: text('model'),
    serial: text('serial'),
    ...(text('in_service_on') && { inServiceOn: text('in_service_on') }),
  }
  if (kind.kind === 'helmet') return { ...base, assignedTo: null, ranges: rangesOf(text('shades')) }
  if (PARTS.includes(kind.kind)) return base
  return {
    ...base,
    ...(kind.kind === 'own' && { kindId: kind.kindId }),
    fields: Object.fromEntries(
      kind.fields.map((field) => [field.id, factOf(field, text(field.id.toLowerCase()))]),
    ),
  }
}

/** "10", or "5-8 / 9-13". */
const rangesOf = (text: string): number[][] =>
  text
    .split('/')
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [from, to] = part.split('-').map(Number)
      return [from ?? Number.NaN, to ?? from ?? Number.NaN]
    })

const YES_NO: Record<string, boolean> = { yes: true, no: false, true: true, false: false }

function factOf(field: Field, text: string): string | number | boolean | null {
  if (text === '') return null
  switch (field.type) {
    case 'number':
      return numberOf(text)
    case 'yesNo':
      return YES_NO[text.toLowerCase()] ?? text
    case 'choice':
      return (
        field.options.find(({ value, label }) =>
          [value.toLowerCase(), label.toLowerCase()].includes(text.toLowerCase()),
        )?.value ?? text
      )
    default:
      return text
  }
}

const COLUMN_OF: Record<string, string> = {
  everyDays: 'every_days',
  inServiceOn: 'in_service_on',
  ranges: 'shades',
}
const columnOf = (path: PropertyKey[]): string => {
  const [first, second] = path.map(String)
  if (first === 'fields' && second) return second.toLowerCase()
  return COLUMN_OF[first ?? ''] ?? first ?? ''
}
