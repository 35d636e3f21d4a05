import { inchFraction } from '../finding/inches'
import type { Source } from '../finding/source'
import { isArc, type JobSpec } from '../job/job'
import type { School } from './terms'
import { houseRows, shadeRow } from './lookup'
import {
  EUROPE,
  GUIDE_COMFORT,
  GUIDE_MINIMUM,
  HOUSE_SOURCE,
  LEGAL_MINIMUM,
  type GasShieldClass,
  type HouseRow,
  type ShadeRow,
} from './shade.table'

export type ShadeQuery = Pick<
  JobSpec,
  | 'process'
  | 'amps'
  | 'electrode'
  | 'thickness'
  | 'arcHidden'
  | 'shieldGas'
  | 'gasFlow'
  | 'baseMetal'
>

/** What one school says for a job. `shade` null: it prints nothing here, and `because` says why. */
export interface SchoolAnswer {
  school: School
  shade: number | null
  /** The row, in words. */
  row: string
  because: string | null
  /** A house value that lay under the legal minimum, before it was raised to it. */
  raisedFrom: number | null
  source: Source
}

/** What the shop's own answers rest on: the school that gives the working shade, and its chart. */
export interface ShadeRules {
  school: School
  house: readonly HouseRow[]
}

const ROW_UNIT: Record<ShadeRow['by'], string> = {
  amps: 'A',
  flow: 'L/h',
  thickness: 'mm',
  electrode: 'mm',
}

const rounded = (x: number): string => String(Math.round(x * 100) / 100)

/** The bounds of a row in its own unit. */
export const rowText = (row: ShadeRow): string => boundsText(row, rounded, ROW_UNIT[row.by])

/** The bounds of a row for people to read: inches beside millimetres where they are inch sizes. */
export function rowSays(row: ShadeRow): string {
  const text = rowText(row)
  const ends = [row.from, row.to].filter((end) => end > 0 && end < Infinity)
  const inInches = ROW_UNIT[row.by] === 'mm' && ends.every((end) => inchFraction(end))
  if (!inInches || ends.length === 0) return text
  return `${boundsText(row, (end) => inchFraction(end)!, 'in')} (${text})`
}

function boundsText(row: ShadeRow, end: (x: number) => string, unit: string): string {
  if (row.to === Infinity) return row.from === 0 ? 'every size' : `over ${end(row.from)} ${unit}`
  return row.from === 0
    ? `under ${end(row.to)} ${unit}`
    : `${end(row.from)} to ${end(row.to)} ${unit}`
}

const darkest = (rows: readonly (ShadeRow | null)[]): ShadeRow | null =>
  rows.reduce<ShadeRow | null>(
    (dark, row) => (row && (!dark || row.shade > dark.shade) ? row : dark),
    null,
  )

const from = (
  school: School,
  row: ShadeRow | null,
  because: string,
  source: Source,
): SchoolAnswer => ({
  school,
  shade: row?.shade ?? null,
  row: row ? rowSays(row) : '',
  because: row ? null : because,
  raisedFrom: null,
  source: row?.source ?? source,
})

/** The measure that the American tables and the house chart go by; a text says why there is none. */
export function measureOf(query: ShadeQuery): { by: 'amps' | 'thickness'; x: number } | string {
  // One row for every current.
  if (query.process === 'CAW') return { by: 'amps', x: query.amps ?? 1 }
  if (isArc(query.process))
    return query.amps === null ? 'the current is not given.' : { by: 'amps', x: query.amps }
  if (query.process === 'TB' || query.process === 'TS')
    return { by: 'thickness', x: query.thickness ?? 1 }
  return query.thickness === null
    ? 'the plate thickness is not given.'
    : { by: 'thickness', x: query.thickness }
}

/** The legal rows that apply: by current or plate, and for covered electrodes by their size as well. The darkest counts. */
export function legalRows(query: ShadeQuery): {
  measure: ShadeRow | null
  electrode: ShadeRow | null
} {
  const measure = measureOf(query)
  return {
    measure:
      typeof measure === 'string'
        ? null
        : shadeRow(LEGAL_MINIMUM, query.process, measure.by, measure.x),
    electrode:
      query.process === 'SMAW' && query.electrode !== null
        ? shadeRow(LEGAL_MINIMUM, 'SMAW', 'electrode', query.electrode)
        : null,
  }
}

function legal(query: ShadeQuery): SchoolAnswer {
  const { measure, electrode } = legalRows(query)
  const known = measure && !(query.process === 'SMAW' && query.electrode !== null && !electrode)
  return from(
    'legal',
    known ? darkest([measure, electrode]) : null,
    'no row of the table covers this',
    LEGAL_MINIMUM[0]!.source,
  )
}

function guide(query: ShadeQuery): SchoolAnswer {
  const measure = measureOf(query)
  const row =
    typeof measure === 'string'
      ? null
      : shadeRow(GUIDE_COMFORT, query.process, measure.by, measure.x)
  return from('guide', row, 'the guide prints no comfort shade here', GUIDE_COMFORT[0]!.source)
}

/** The guide's own minimum, where it prints one. */
export const guideMinimum = (query: ShadeQuery): ShadeRow | null =>
  query.amps === null ? null : shadeRow(GUIDE_MINIMUM, query.process, 'amps', query.amps)

/** Which rows of gas-shielded welding may apply; more than one while gas or metal is not known, and then the darkest counts. */
function gasShieldClasses(query: ShadeQuery): GasShieldClass[] {
  const light = query.baseMetal === 'aluminium' || query.baseMetal === 'unknown'
  const heavy = query.baseMetal !== 'aluminium'
  const active = query.process === 'FCAW' || query.shieldGas !== 'inert'
  return [
    ...(light ? ['mig_light' as const] : []),
    ...(heavy && active ? ['mag' as const] : []),
    ...(heavy && query.process === 'GMAW' && query.shieldGas !== 'active'
      ? ['mig_heavy' as const]
      : []),
  ]
}

function europe(query: ShadeQuery): SchoolAnswer {
  const source = EUROPE[0]!.source
  if (query.process === 'OFW' || query.process === 'OFC') {
    const row =
      query.gasFlow === null ? null : shadeRow(EUROPE, query.process, 'flow', query.gasFlow)
    const gas = query.process === 'OFW' ? 'acetylene' : 'oxygen'
    return from(
      'europe',
      row,
      query.gasFlow === null
        ? `it goes by the flow of ${gas}, which is not given`
        : `${query.gasFlow} L/h of ${gas} lies outside the table`,
      source,
    )
  }
  if (query.amps === null || !EUROPE.some((row) => row.process === query.process))
    return from('europe', null, 'the table has no row for this process', source)
  const classes =
    query.process === 'GMAW' || query.process === 'FCAW' ? gasShieldClasses(query) : [undefined]
  const row = darkest(
    classes.map((gasShield) =>
      shadeRow(
        EUROPE.filter((entry) => entry.gasShield === gasShield),
        query.process,
        'amps',
        query.amps!,
      ),
    ),
  )
  return from('europe', row, `${query.amps} A lies outside the table`, source)
}

function house(query: ShadeQuery, chart: readonly HouseRow[], floor: number | null): SchoolAnswer {
  const measure = measureOf(query)
  const row =
    typeof measure === 'string'
      ? null
      : shadeRow(houseRows(chart, measure.by), query.process, measure.by, measure.x)
  if (floor === null)
    return from('house', null, 'the law has no row here to hold it against', HOUSE_SOURCE)
  const answer = from(
    'house',
    row,
    chart.length === 0 ? 'this shop has no chart in force' : "the shop's chart has no row here",
    HOUSE_SOURCE,
  )
  return answer.shade !== null && answer.shade < floor
    ? { ...answer, shade: floor, raisedFrom: answer.shade }
    : answer
}

/**
 * What the four schools say for a job, in the order of SCHOOLS. A house value under the legal minimum is raised to it.
 * Source: OSHA 29 CFR 1910.133(a)(5); ANSI Z49.1 and AWS F2.2; EN 169 and EN 379; the shop's chart.
 */
export function askSchools(query: ShadeQuery, chart: readonly HouseRow[]): SchoolAnswer[] {
  const law = legal(query)
  return [law, guide(query), europe(query), house(query, chart, law.shade)]
}
