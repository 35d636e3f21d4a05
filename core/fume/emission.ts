import type { Particulate } from '../exposure/terms'
import type { Input, Unit } from '../finding/finding'
import type { Source } from '../finding/source'
import type { BaseMetal, JobSpec } from '../job/job'
import { ALLOY_SOURCE, mostInMelt } from './alloy.table'
import {
  CONSUMPTION_DEFAULTS,
  EMISSION_FACTORS,
  EMISSION_SOURCE,
  GTAW_SCREENING,
  type EmissionRow,
} from './emission.table'
import { mostInFume } from './enrichment'

/** An emission while the arc burns, g/h per welder. `bound`: the true value is at most this. */
export interface Emission {
  rate: number
  bound: boolean
  basis: string
  source: Source
  inputs: Record<string, Input>
}
/** Why there is no figure. */
export interface NoEmission {
  because: string
}

export type EmissionQuery = Pick<
  JobSpec,
  'process' | 'amps' | 'consumable' | 'consumption' | 'baseMetal'
> & {
  /** A consumable from the shop's own data sheet; goes before the table. */
  own?: EmissionRow | null
}

export const emissionRow = (query: Pick<EmissionQuery, 'consumable' | 'own'>): EmissionRow | null =>
  query.own ?? EMISSION_FACTORS.find((factor) => factor.name === query.consumable) ?? null

/**
 * Emission of a substance while the arc burns, g/h for one welder.
 * Where the table is silent on a metal, total chromium bounds chromium VI, and total fume bounds anything in it.
 * Fume that the metals do not explain counts as iron oxide (steels) or aluminium (aluminium wire).
 * @returns null when neither consumable nor base metal holds it; NoEmission when no figure or bound exists.
 * Source: EPA AP-42 12.19; consumption from the shop or the amperage default.
 */
export function emissionRate(
  query: EmissionQuery,
  substance: Particulate,
): Emission | NoEmission | null {
  const row = emissionRow(query)
  if (substance !== 'fume' && !mayHold(query, substance)) return null
  if (query.process === 'GTAW' && !query.own)
    return screened(query.baseMetal, row?.alloy ?? null, substance)
  if (!row)
    return {
      because: query.consumable
        ? `no emission factor is on file for ${query.consumable}`
        : 'no emission factor is on file for this process or consumable',
    }
  if (row.process !== query.process)
    return { because: `${row.name} is not a consumable of this process` }
  const consumption = consumptionRate(query, row)
  if ('because' in consumption) return consumption
  const factor = factorFor(row, substance, query.baseMetal)
  const inputs = {
    factor: `${Number(factor.value.toPrecision(4))} g/kg`,
    consumed: { amount: consumption.rate, unit: 'kg/h' as Unit },
  }
  return {
    rate: factor.value * consumption.rate,
    bound: factor.bound,
    basis: `${factor.basis}; ${consumption.basis}`,
    source: row.own ?? EMISSION_SOURCE,
    inputs,
  }
}

/** GTAW has no factor: a screening value for the fume, and each metal at most what the alloy can put into it. */
function screened(
  base: BaseMetal,
  filler: EmissionRow['alloy'] | null,
  substance: Particulate,
): Emission {
  const { fume, source } = GTAW_SCREENING
  const inputs = { fume: { amount: fume, unit: 'g/h' as const } }
  if (substance === 'fume')
    return { rate: fume, bound: true, basis: 'screening value, upper end', source, inputs }
  const inMelt = mostInMelt(base, filler, substance)
  const inFume = mostInFume(substance, inMelt)
  return {
    rate: fume * inFume,
    bound: true,
    basis:
      inFume < 1
        ? 'screening value; at most what the alloy can hold of it, richer in the fume'
        : 'at most the whole fume',
    source: inFume < 1 ? ALLOY_SOURCE : source,
    inputs: {
      ...inputs,
      ofMelt: { amount: inMelt, unit: 'share' },
      ofFume: { amount: inFume, unit: 'share' },
    },
  }
}

/** Filler melted per hour of arc, kg/h: the shop's own figure, or the amperage default where there is one. */
function consumptionRate(
  query: EmissionQuery,
  row: EmissionRow | null,
): { rate: number; basis: string } | NoEmission {
  if (query.consumption !== null) return { rate: query.consumption, basis: 'consumption as given' }
  const fallback = row && CONSUMPTION_DEFAULTS[query.process]?.[row.alloy]
  if (!fallback || query.amps === null)
    return { because: 'the filler melted per arc hour is not known; enter it in the job' }
  return {
    rate: (fallback.rate * query.amps) / fallback.amps,
    basis: 'consumption by the amperage default',
  }
}

const CHROMIUM_ALLOYS: readonly EmissionRow['alloy'][] = ['stainless', 'nickel', 'hardfacing']
const REPORTED: readonly Particulate[] = ['chromium', 'chromiumVI', 'manganese', 'nickel']
/** What makes up the fume besides the metals reported, by alloy. */
const REMAINDER: Partial<Record<EmissionRow['alloy'], Particulate>> = {
  steel: 'ironOxide',
  stainless: 'ironOxide',
  hardfacing: 'ironOxide',
  aluminium: 'aluminium',
}

/** What the row itself says of a substance, g/kg; null when it says nothing. */
function reported(row: EmissionRow, substance: Particulate): number | null {
  if (
    substance === 'fume' ||
    substance === 'chromium' ||
    substance === 'chromiumVI' ||
    substance === 'manganese' ||
    substance === 'nickel'
  )
    return row[substance]
  return row.others?.[substance] ?? null
}

function factorFor(
  row: EmissionRow,
  substance: Particulate,
  base: BaseMetal,
): { value: number; bound: boolean; basis: string } {
  // The table was measured on a base metal like the filler; plain filler on an alloy (or on who knows what) may take up more than it reports.
  const alloyed = base === 'stainless' || base === 'nickel_alloy' || base === 'unknown'
  if (
    (substance === 'chromiumVI' || substance === 'nickel' || substance === 'chromium') &&
    alloyed &&
    !CHROMIUM_ALLOYS.includes(row.alloy)
  )
    return {
      value: row.fume,
      bound: true,
      basis: `${row.name} was not measured on this base metal; at most the whole fume`,
    }
  const instead = row.doubtful?.[substance]
  if (instead !== undefined)
    return {
      value: instead,
      bound: true,
      basis: `${row.name}, table value in doubt; the higher of its neighbours`,
    }
  const figure = reported(row, substance)
  const where = row.own ? 'own data sheet' : 'table value'
  if (figure !== null)
    return row.bounds?.includes(substance)
      ? { value: figure, bound: true, basis: `${row.name}, ${where}, upper end` }
      : { value: figure, bound: false, basis: `${row.name}, ${where}` }
  if (substance === REMAINDER[row.alloy]) {
    const named =
      REPORTED.filter((metal) => metal !== 'chromiumVI').reduce(
        (sum, metal) => sum + (reported(row, metal) ?? 0),
        0,
      ) + Object.values(row.others ?? {}).reduce((sum, value) => sum + value, 0)
    return {
      value: Math.max(0, row.fume - named),
      bound: false,
      basis: `${row.name}, fume that the metals do not explain`,
    }
  }
  if (substance === 'chromiumVI' && row.chromium !== null)
    return {
      value: row.chromium,
      bound: true,
      basis: `${row.name} reports no chromium VI; at most its total chromium`,
    }
  return {
    value: row.fume,
    bound: true,
    basis: `${row.name} reports no value; at most the whole fume`,
  }
}

/** Whether filler or base metal is alloyed with chromium (or may be), as against the traces in plain steel. */
export function chromiumBearing(
  query: Pick<EmissionQuery, 'consumable' | 'baseMetal' | 'own'>,
): boolean {
  const row = emissionRow(query)
  return (
    ['stainless', 'nickel_alloy', 'unknown'].includes(query.baseMetal) ||
    (row !== null && CHROMIUM_ALLOYS.includes(row.alloy))
  )
}

/** Manganese is in every steel; chromium and nickel in the alloys named, in an unknown base metal, or where the table reports them. */
export function mayHold(
  query: Pick<EmissionQuery, 'consumable' | 'baseMetal' | 'own'>,
  substance: Particulate,
): boolean {
  const row = emissionRow(query)
  const base = query.baseMetal
  if (row !== null && reported(row, substance) !== null) return true
  if (row?.holds?.includes(substance)) return true
  switch (substance) {
    case 'manganese':
      return base !== 'aluminium' || (row !== null && row.alloy !== 'aluminium')
    case 'chromiumVI':
      return chromiumBearing(query) || (row !== null && row.chromium !== null)
    case 'chromium':
    case 'nickel':
      return chromiumBearing(query)
    case 'ironOxide':
    case 'aluminium':
      return row !== null && REMAINDER[row.alloy] === substance
    case 'copper':
      return base === 'copper_alloy' || row?.name.endsWith('Cu') === true
    case 'fluorides':
      return row?.basic === true
    // Not in any consumable or base metal named here; what a coating brings is reckoned apart.
    default:
      return false
  }
}
