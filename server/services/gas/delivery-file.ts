import type { Composition } from '#core/gas/gas.table'
import { partsOfLabel } from '#core/gas/label'
import { cylinderBody, type CylinderDetails } from '#shared/gas/schema'
import { numberOf, readTable } from '../files/table'

const FOOT3 = 0.3048 ** 3
const PSI = 6894.757293168
const POUND = 0.45359237

/** Columns of a delivery note; a quantity has one column for each unit. */
const NEEDED = ['label', 'gas'] as const
const QUANTITIES = {
  nominal: { size_ft3: FOOT3, size_m3: 1 },
  service: { pressure_psi: PSI, pressure_bar: 1e5 },
  tare: { tare_lb: POUND, tare_kg: 1 },
} as const
const TEXTS = ['serial', 'marks', 'supplier'] as const
const KNOWN = [
  ...NEEDED,
  ...Object.values(QUANTITIES).flatMap((units) => Object.keys(units)),
  ...TEXTS,
  'whose',
  'rent_a_day',
]
const WHOSE: Record<string, CylinderDetails['tenure']> = {
  owned: 'owned',
  rented: 'rented',
  '': null,
}
const MOST_ROWS = 500
const MOST_LABEL = 40
const MOST_GAS = 60

export interface DeliveryRow {
  line: number
  label: string
  gas: string
  /** Null where the row is broken. */
  details: CylinderDetails | null
  errors: { column: string; message: string }[]
}

export interface DeliveryFile {
  headerErrors: string[]
  rows: DeliveryRow[]
}

/** Read a delivery note. Runs in the pool: it touches no database. */
export function readDeliveryFile({ csv }: { csv: string }): DeliveryFile {
  const { lines, wrong } = readTable(csv, NEEDED, KNOWN)
  if (wrong.length > 0) return { headerErrors: wrong, rows: [] }
  if (lines.length > MOST_ROWS)
    return { headerErrors: [`At most ${MOST_ROWS} cylinders at once.`], rows: [] }
  const seen = new Set<string>()
  return {
    headerErrors: [],
    rows: lines.map(({ line, values, fault }) => {
      const row = readRow(line, values)
      const key = row.label.toLowerCase()
      if (fault) row.errors.unshift({ column: '', message: fault })
      if (key && seen.has(key))
        row.errors.push({ column: 'label', message: 'This label stands in the file twice.' })
      seen.add(key)
      return row.errors.length > 0 ? { ...row, details: null } : row
    }),
  }
}

function readRow(line: number, values: Record<string, string>): DeliveryRow {
  const text = (column: string): string => (values[column] ?? '').trim()
  const errors: DeliveryRow['errors'] = []
  const label = text('label')
  const gas = text('gas')
  if (!label || label.length > MOST_LABEL)
    errors.push({ column: 'label', message: `A label has 1 to ${MOST_LABEL} characters.` })
  if (!gas || gas.length > MOST_GAS)
    errors.push({ column: 'gas', message: `Name the gas in at most ${MOST_GAS} characters.` })
  const whose = WHOSE[text('whose').toLowerCase()]
  if (whose === undefined)
    errors.push({ column: 'whose', message: 'Write owned or rented, or leave it blank.' })
  const parts: Composition | null = gas ? partsOfLabel(gas) : null
  const body = {
    parts,
    volume: null,
    ...quantities(text, errors),
    marks: text('marks'),
    serial: text('serial'),
    tenure: whose ?? null,
    dailyRate: text('rent_a_day') ? numberOf(text('rent_a_day')) : null,
    supplier: text('supplier'),
    outlet: null,
    // Nobody has looked yet: the arrival check tells.
    capped: null,
    chained: null,
  }
  const read = cylinderBody.safeParse(body)
  if (!read.success)
    for (const issue of read.error.issues)
      errors.push({ column: COLUMN_OF[String(issue.path[0])] ?? '', message: issue.message })
  return { line, label, gas, details: read.success ? read.data : null, errors }
}

const COLUMN_OF: Record<string, string> = {
  nominal: 'size_ft3',
  service: 'pressure_psi',
  tare: 'tare_lb',
  marks: 'marks',
  serial: 'serial',
  supplier: 'supplier',
  dailyRate: 'rent_a_day',
}

/** Each quantity in the one unit that was filled in; in both it is not told which is meant. */
function quantities(
  text: (column: string) => string,
  errors: DeliveryRow['errors'],
): Pick<CylinderDetails, 'nominal' | 'service' | 'tare'> {
  const one = (units: Readonly<Record<string, number>>): number | null => {
    const filled = Object.entries(units).filter(([column]) => text(column))
    if (filled.length > 1)
      errors.push({ column: filled[1]![0], message: 'Fill in one of the two units.' })
    const [first] = filled
    return first ? numberOf(text(first[0])) * first[1] : null
  }
  return {
    nominal: one(QUANTITIES.nominal),
    service: one(QUANTITIES.service),
    tare: one(QUANTITIES.tare),
  }
}
