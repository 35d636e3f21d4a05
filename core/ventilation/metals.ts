import { resultOf } from '../exposure/measured'
import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { respiratorRow } from '../respirator/apf.table'
import { hoodState } from './hood'
import type { VentilationQuery } from './query'
import { METAL_RULES, STAINLESS_CUT } from './ventilation.table'

/** Coatings and base metals that the regulation names. Unknown coatings stop until known. */
export function metalFindings({
  coating,
  air,
  respirator,
  baseMetal,
  process,
  measured,
}: VentilationQuery): Finding[] {
  const base = { step: 'air' as const }
  const findings: Finding[] = []
  const local = hoodState(air) === 'inPlace' || respiratorRow(respirator).suppliesAir
  if (coating === 'unknown') {
    findings.push({
      ...base,
      code: 'air.coating',
      level: 'stop',
      legal: true,
      sentence: 'Coating unknown: do not weld until it is removed or identified.',
      remedy:
        'Find the data sheet, have it analysed by an industrial hygienist, or grind back to bright metal and say so.',
      reasons: [
        {
          rule: 'Preservative coatings: identify and strip before heating',
          source: {
            document:
              'OSHA 29 CFR 1915.354 and 1926.354, preservative coatings; taken here for every shop',
            recall: 'memory',
          },
        },
      ],
    })
  } else if (coating === 'zinc' || coating === 'lead' || coating === 'cadmium') {
    const reasons = [METAL_RULES[coating]]
    if (air.space === 'outdoors') {
      findings.push({
        ...base,
        code: 'air.coating',
        level: coating === 'zinc' || local ? 'caution' : 'stop',
        legal: coating !== 'zinc' && !local,
        sentence:
          coating === 'zinc'
            ? 'Zinc outdoors: wear a P100 and stay upwind; metal fume fever comes hours later.'
            : `${coating === 'lead' ? 'Lead' : 'Cadmium'} outdoors still needs a filter or supplied air, and this job names none that suits.`,
        remedy: 'Grinding back to bright metal removes the source; then the dust is the hazard.',
        reasons,
      })
    } else {
      findings.push({
        ...base,
        code: 'air.coating',
        level: local ? 'caution' : 'stop',
        legal: !local,
        sentence: local
          ? `${METAL_RULES[coating].rule}: in place. The coating is still the larger hazard; grind back where you can.`
          : `${METAL_RULES[coating].rule}, and neither is in place.`,
        remedy: local
          ? undefined
          : 'Prove a hood at the arc, supply air, or grind back well beyond the weld.',
        reasons,
      })
    }
  } else if (coating === 'chromate') {
    findings.push({
      ...base,
      code: 'air.coating',
      level: 'caution',
      sentence: 'Chromate in the coating gives chromium VI: remove it first.',
      remedy: 'Strip well beyond the weld, then enter the coating as none.',
      reasons: [{ rule: 'Read the data sheet; strip what burns', source: COMMON_PRACTICE }],
    })
  } else if (coating === 'paint') {
    // Known to be there, but no table says what it gives off: only a sampling result makes it more than unknown.
    const sampled = resultOf(measured, 'fume', 'twa') !== undefined
    findings.push({
      ...base,
      code: 'air.coating',
      level: sampled ? 'caution' : 'unknown',
      sentence: 'Paint, oil and primer burn to fumes that no table covers.',
      remedy:
        'Strip to bright metal well beyond the weld and enter the coating as none, or enter an air sampling result.',
      reasons: [{ rule: 'Read the data sheet; strip what burns', source: COMMON_PRACTICE }],
    })
  }
  if (
    baseMetal === 'stainless' &&
    (process === 'PAC' || process === 'OFC') &&
    !local &&
    air.space !== 'outdoors'
  ) {
    findings.push({
      ...base,
      code: 'air.stainlessCut',
      level: 'stop',
      legal: true,
      sentence: 'Cutting stainless indoors without mechanical ventilation that removes the fume.',
      remedy: 'Prove a downdraft table, enclosure or hood.',
      reasons: [STAINLESS_CUT],
    })
  }
  return findings
}
