import { resultOf } from '../exposure/measured'
import type { Finding } from '../finding/finding'
import { emissionRow } from '../fume/emission'
import { respiratorRow } from '../respirator/apf.table'
import { hoodState } from './hood'
import type { VentilationQuery } from './query'
import { METAL_RULES } from './ventilation.table'

/** What the regulation names besides coatings: fluorides, beryllium, mercury, cleaning compounds. */
export function namedFindings({
  also,
  air,
  respirator,
  consumable,
  measured,
}: VentilationQuery): Finding[] {
  const base = { step: 'air' as const }
  const exhaust = hoodState(air) === 'inPlace'
  const airline = respiratorRow(respirator).suppliesAir
  const findings: Finding[] = []
  if (also.includes('beryllium')) {
    const sampled = resultOf(measured, 'beryllium', 'twa') !== undefined
    const held = exhaust && airline
    findings.push({
      ...base,
      code: 'air.beryllium',
      level: held || sampled ? 'caution' : 'stop',
      ...(!held && !sampled && { legal: true }),
      sentence: berylliumSays(held, sampled),
      remedy: 'The disease comes years after small doses: ask an industrial hygienist first.',
      reasons: [METAL_RULES.beryllium],
    })
  }
  if (also.includes('mercury')) {
    const held = exhaust || airline
    findings.push({
      ...base,
      code: 'air.mercury',
      level: held ? 'caution' : 'stop',
      ...(!held && { legal: true }),
      sentence: held
        ? 'Mercury: exhaust or airline is in place.'
        : 'Mercury: local exhaust or an airline respirator.',
      remedy: 'Take it off before heating; it evaporates in the cold already.',
      reasons: [METAL_RULES.mercury],
    })
  }
  if (also.includes('solvent')) {
    findings.push({
      ...base,
      code: 'air.solvent',
      level: 'stop',
      legal: true,
      sentence: 'Degreaser near the arc: its vapour turns to phosgene and acid in the rays.',
      remedy:
        'Move it out of reach of vapour and rays, dry the part, air the room; then take this entry away.',
      reasons: [METAL_RULES.solvent],
    })
  }
  if (also.includes('fluoride_flux') || emissionRow({ consumable })?.basic) {
    const short = air.space === 'confined' && !exhaust && !airline
    findings.push({
      ...base,
      code: 'air.fluorideRule',
      level: short ? 'stop' : 'clear',
      ...(short && { legal: true }),
      sentence: short
        ? 'Fluorides in a confined space: exhaust or airline.'
        : 'The covering or flux holds fluorides: judged by what is in the air, with the fume.',
      remedy: 'Ask the maker for a fume analysis; no table reports them.',
      reasons: [METAL_RULES.fluorides],
    })
  }
  return findings
}

function berylliumSays(held: boolean, sampled: boolean): string {
  if (held) return 'Beryllium: exhaust and airline are in place. Sample all the same.'
  return sampled
    ? 'Beryllium: judged by the sampling result on file.'
    : 'Beryllium: local exhaust and an airline respirator, both.'
}
