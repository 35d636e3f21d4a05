import type { Input, Unit } from '../finding/finding'
import type { Source } from '../finding/source'
import type { BaseMetal, JobSpec } from '../job/job'
import { CONSUMPTION_DEFAULTS, EMISSION_FACTORS, EMISSION_SOURCE, GTAW_SCREENING, type EmissionRow } from './emission.table'

/** An emission while the arc burns, g/h per welder. `bound`: the true value is at most this. */
export interface Emission { rate: number, bound: boolean, basis: string, source: Source, inputs: Record<string, Input> }
/** Why there is no figure. */
export interface NoEmission { because: string }

export type EmissionQuery = Pick<JobSpec, 'process' | 'amps' | 'consumable' | 'consumption' | 'baseMetal'>

/** The metals that a consumable or base metal brings into the fume; what is not here is not looked for. */
type Metal = 'manganese' | 'chromiumVI' | 'nickel'

const emissionRow = (consumable: string | null): EmissionRow | null =>
  EMISSION_FACTORS.find(factor => factor.name === consumable) ?? null

/**
 * Emission of a substance while the arc burns, g/h for one welder.
 * Where the table is silent on a metal, total chromium bounds chromium VI, and total fume bounds anything in it.
 * @returns null when neither consumable nor base metal holds it; NoEmission when no figure or bound exists.
 * Source: EPA AP-42 12.19; consumption from the shop or the amperage default.
 */
export function emissionRate(query: EmissionQuery, substance: 'fume' | Metal): Emission | NoEmission | null {
  const row = emissionRow(query.consumable)
  if (substance !== 'fume' && !mayHold(query, row, substance)) return null
  if (query.process === 'GTAW') {
    return { rate: GTAW_SCREENING.fume, bound: true, basis: substance === 'fume' ? 'screening value, upper end' : 'at most the whole fume', source: GTAW_SCREENING.source, inputs: { fume: perHour(GTAW_SCREENING.fume) } }
  }
  if (!row) return { because: query.consumable ? `no emission factor is on file for ${query.consumable}` : 'no emission factor is on file for this process or consumable' }
  if (row.process !== query.process) return { because: `${row.name} is not a consumable of this process` }
  const consumption = consumptionRate(query)
  if ('because' in consumption) return consumption
  const factor = factorFor(row, substance, query.baseMetal)
  const inputs = { factor: `${factor.value} g/kg`, consumed: { amount: consumption.rate, unit: 'kg/h' as Unit } }
  return { rate: factor.value * consumption.rate, bound: factor.bound, basis: `${factor.basis}; ${consumption.basis}`, source: EMISSION_SOURCE, inputs }
}

/** Filler melted per hour of arc, kg/h: the shop's own figure, or the amperage default where there is one. */
function consumptionRate(query: EmissionQuery): { rate: number, basis: string } | NoEmission {
  if (query.consumption !== null) return { rate: query.consumption, basis: 'consumption as given' }
  const fallback = CONSUMPTION_DEFAULTS[query.process]
  if (!fallback || query.amps === null) return { because: 'the filler melted per arc hour is not known; enter it in the job' }
  return { rate: fallback.rate * query.amps / fallback.amps, basis: 'consumption by the amperage default' }
}

function factorFor(row: EmissionRow, substance: 'fume' | Metal, base: BaseMetal): { value: number, bound: boolean, basis: string } {
  // The table was measured on a base metal like the filler; plain filler on an alloy (or on who knows what) may take up more than it reports.
  const alloyed = base === 'stainless' || base === 'nickel_alloy' || base === 'unknown'
  if ((substance === 'chromiumVI' || substance === 'nickel') && alloyed && !CHROMIUM_ALLOYS.includes(row.alloy)) return { value: row.fume, bound: true, basis: `${row.name} was not measured on this base metal; at most the whole fume` }
  const reported = row[substance]
  if (reported !== null) return { value: reported, bound: false, basis: `${row.name}, table value` }
  if (substance === 'chromiumVI' && row.chromium !== null) return { value: row.chromium, bound: true, basis: `${row.name} reports no chromium VI; at most its total chromium` }
  return { value: row.fume, bound: true, basis: `${row.name} reports no value; at most the whole fume` }
}

const CHROMIUM_ALLOYS: readonly EmissionRow['alloy'][] = ['stainless', 'nickel', 'hardfacing']

/** Whether filler or base metal is alloyed with chromium (or may be), as against the traces in plain steel. */
export function chromiumBearing(query: Pick<EmissionQuery, 'consumable' | 'baseMetal'>): boolean {
  const row = emissionRow(query.consumable)
  return ['stainless', 'nickel_alloy', 'unknown'].includes(query.baseMetal) || (row !== null && CHROMIUM_ALLOYS.includes(row.alloy))
}

/** Manganese is in every steel; chromium and nickel in the alloys named, in an unknown base metal, or where the table reports them. */
function mayHold(query: EmissionQuery, row: EmissionRow | null, metal: Metal): boolean {
  const base = query.baseMetal
  if (base === 'unknown') return true
  if (row !== null && row[metal] !== null) return true
  if (metal === 'manganese') return base !== 'aluminium' || (row !== null && row.alloy !== 'aluminium')
  return chromiumBearing(query) || (metal === 'chromiumVI' && row !== null && row.chromium !== null)
}

const perHour = (amount: number): Input => ({ amount, unit: 'g/h' })
