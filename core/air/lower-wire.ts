import type { Particulate } from '../exposure/terms'
import { EMISSION_FACTORS, type EmissionRow } from '../fume/emission.table'
import type { FumeSource } from './case'
import { emissionsOf } from './emit'

/** The same weld metal goes down whatever the wire, so the mass melted stays. */
export function sameMass(source: FumeSource): FumeSource {
  const fume = emissionsOf(source).get('fume')
  const melted = fume && 'rate' in fume ? fume.inputs.consumed : undefined
  return typeof melted === 'object'
    ? { ...source, consumed: { by: 'rate', rate: melted.amount } }
    : source
}

const isDoubtful = (row: EmissionRow, substance: Particulate): boolean =>
  row.doubtful?.[substance] !== undefined

/**
 * The consumable on file for the same metal that gives off the least of a substance; only figures that are trusted are compared.
 * @returns null when none gives off less than the source does now, or that is not known
 */
export function lowerWire(
  own: FumeSource,
  substance: Particulate,
  among: (row: EmissionRow) => boolean,
): EmissionRow | null {
  const now = emissionsOf(own).get(substance)
  if (own.kind !== 'weld' || !now || 'because' in now) return null
  const listed = EMISSION_FACTORS.find((row) => row.name === own.consumable)
  if (listed && isDoubtful(listed, substance)) return null
  const alloy = listed?.alloy ?? own.own?.alloy
  const melted = sameMass(own)
  const lower = EMISSION_FACTORS.filter(
    (row) =>
      row.alloy === alloy &&
      row.name !== own.consumable &&
      !isDoubtful(row, substance) &&
      among(row),
  ).flatMap((row) => {
    const swapped = { ...melted, process: row.process, consumable: row.name, own: null }
    const emission = emissionsOf(swapped).get(substance)
    if (!emission || 'because' in emission || emission.bound) return []
    return emission.rate < now.rate ? [{ row, rate: emission.rate }] : []
  })
  return lower.sort((a, b) => a.rate - b.rate)[0]?.row ?? null
}
