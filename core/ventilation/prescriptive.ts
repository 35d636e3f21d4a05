import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { JobSpec } from '../job/job'
import { emissionRow } from '../fume/emission'
import { respiratorRow } from '../respirator/apf.table'
import {
  CONFINED_RULE,
  GENERAL_RULE,
  METAL_RULES,
  MOVABLE_HOOD,
  STAINLESS_CUT,
  type HoodRow,
} from './ventilation.table'

export type VentilationQuery = Pick<
  JobSpec,
  | 'process'
  | 'baseMetal'
  | 'coating'
  | 'welders'
  | 'air'
  | 'respirator'
  | 'measured'
  | 'also'
  | 'consumable'
>

/**
 * Row of the movable-hood table for a distance from the arc in m.
 * @returns the row with the greater flow on a shared boundary; the first row nearer than it starts; null beyond 12 in (0.305 m).
 */
export function hoodRow(distance: number): HoodRow | null {
  const first = MOVABLE_HOOD[0]!
  if (distance < first.from) return first
  return (
    [...MOVABLE_HOOD]
      .reverse()
      .find((row) => distance >= row.from - 1e-9 && distance <= row.to + 1e-9) ?? null
  )
}

const perHour = (flow: number): number => Math.round(flow * 3600)

/**
 * Whether a flow is at least what is asked for, m3/s; also as whole m3/h, in which the regulation prints its figures itself,
 * so that what is shown and typed back is enough. Source: 29 CFR 1910.252(c)(2) and (3), 3,398, 467, 722 and 1,019 m3/h.
 */
const reaches = (flow: number, needed: number): boolean =>
  flow >= needed || perHour(flow) >= perHour(needed)

export type HoodState = 'inPlace' | 'outOfPlace' | 'off'

/** Whether local exhaust counts: present, proved before the arc, and near and strong enough by the table. */
export function hoodState(air: VentilationQuery['air']): HoodState {
  if (air.hood === 'none' || !air.hoodProved) return 'off'
  if (air.hood !== 'movable_hood') return air.hoodFlow === null ? 'off' : 'inPlace'
  if (air.hoodFlow === null || air.hoodDistance === null) return 'outOfPlace'
  const row = hoodRow(air.hoodDistance)
  return row !== null && reaches(air.hoodFlow, row.flow) ? 'inPlace' : 'outOfPlace'
}

/**
 * Prescriptive ventilation check for a job: room volume, ceiling, cross flow, 2,000 cfm per welder, the hood,
 * and the metals named. Volumes m3, flows m3/s. Missing measures give `unknown`.
 * Source: OSHA 29 CFR 1910.252(c).
 */
export function checkVentilation(query: VentilationQuery): Finding[] {
  return [
    ...roomFindings(query),
    ...hoodFindings(query),
    ...metalFindings(query),
    ...namedFindings(query),
  ]
}

function roomFindings({ air, welders, respirator }: VentilationQuery): Finding[] {
  const base = { step: 'air' as const }
  if (air.space === 'outdoors') {
    return [
      {
        ...base,
        code: 'air.room',
        level: 'clear',
        sentence:
          'Outdoors: the room rule does not apply. Stand so that the plume leaves past you.',
        reasons: [
          { rule: 'General ventilation is a rule for spaces', source: GENERAL_RULE.source },
        ],
      },
    ]
  }
  const local = hoodState(air) === 'inPlace'
  const airline = respiratorRow(respirator).suppliesAir
  if (air.space === 'confined') return [confinedFinding(air, welders, local, airline)]
  if (air.volume === null || air.ceiling === null || air.obstructed === null) {
    const missing = [
      air.volume === null && 'volume',
      air.ceiling === null && 'ceiling height',
      air.obstructed === null && 'whether cross flow is obstructed',
    ]
      .filter(Boolean)
      .join(', ')
    return [
      {
        ...base,
        code: 'air.room',
        level: 'unknown',
        sentence: `Room not judged, because these are not known: ${missing}.`,
        remedy: 'Measure the room and enter it at the station.',
        reasons: [
          {
            rule: 'Mechanical ventilation by volume, ceiling and obstruction',
            source: GENERAL_RULE.source,
          },
        ],
      },
    ]
  }
  const perWelder = air.volume / welders
  const triggers = [
    perWelder < GENERAL_RULE.volumePerWelder && 'less than 10,000 ft³ (283 m³) a welder',
    air.ceiling < GENERAL_RULE.ceiling && 'ceiling under 16 ft (4.9 m)',
    air.obstructed && 'cross flow obstructed',
  ].filter((text): text is string => text !== false)
  const inputs = {
    perWelder: { amount: perWelder, unit: 'm3' as const },
    ceiling: { amount: air.ceiling, unit: 'm' as const },
    obstructed: air.obstructed,
    welders,
    generalFlow:
      air.generalFlow === null ? 'not known' : { amount: air.generalFlow, unit: 'm3/s' as const },
  }
  const reasons = [
    {
      rule: 'Mechanical ventilation where the volume is under 10,000 ft³ a welder, the ceiling under 16 ft, or cross flow obstructed',
      source: GENERAL_RULE.source,
      inputs,
    },
  ]
  const value = { amount: perWelder, unit: 'm3' as const }
  if (triggers.length === 0)
    return [
      {
        ...base,
        code: 'air.room',
        level: 'clear',
        value,
        sentence: 'Room large and open enough that the rule asks for no mechanical ventilation.',
        reasons,
      },
    ]
  const because = triggers.join('; ')
  if (local || airline) {
    return [
      {
        ...base,
        code: 'air.room',
        level: 'clear',
        value,
        sentence: `Mechanical ventilation is required (${because}); ${local ? 'the local exhaust stands in for it' : 'the airline respirator stands in for it'}.`,
        reasons,
      },
    ]
  }
  const need = GENERAL_RULE.flowPerWelder * welders
  if (air.generalFlow === null) {
    return [
      {
        ...base,
        code: 'air.room',
        level: 'unknown',
        value,
        sentence: `Mechanical ventilation is required (${because}), and the flow is not known.`,
        remedy: 'Enter the measured flow, or prove a hood at the arc.',
        reasons,
      },
    ]
  }
  if (!reaches(air.generalFlow, need)) {
    return [
      {
        ...base,
        code: 'air.room',
        level: 'stop',
        legal: true,
        value: { amount: need, unit: 'm3/s' },
        sentence: `Mechanical ventilation is required (${because}), and the flow is short of 2,000 cfm for each of ${welders}.`,
        remedy: 'Raise the flow, bring a proved hood to the arc, or send fewer welders.',
        reasons,
      },
    ]
  }
  return [
    {
      ...base,
      code: 'air.room',
      level: 'clear',
      value: { amount: air.generalFlow, unit: 'm3/s' },
      sentence: `Mechanical ventilation is required (${because}) and gives 2,000 cfm a welder or more.`,
      reasons,
    },
  ]
}

function confinedFinding(
  air: VentilationQuery['air'],
  welders: number,
  local: boolean,
  airline: boolean,
): Finding {
  const reasons = [
    {
      ...CONFINED_RULE,
      inputs: {
        localExhaust: local,
        airline,
        generalFlow:
          air.generalFlow === null
            ? 'not known'
            : { amount: air.generalFlow, unit: 'm3/s' as const },
      },
    },
  ]
  const base = { code: 'air.confined', step: 'air' as const, reasons }
  const flowEnough =
    air.generalFlow !== null && air.generalFlow >= GENERAL_RULE.flowPerWelder * welders
  if (!local && !airline && !flowEnough) {
    return {
      ...base,
      level: 'stop',
      legal: true,
      sentence:
        'Confined space without proved exhaust, enough forced air or an airline respirator.',
      remedy: 'Ventilate or supply air, post an attendant outside, test the air first.',
    }
  }
  return {
    ...base,
    level: 'caution',
    sentence:
      'Confined space: attendant outside, air tested before entry, gas shut at the cylinder whenever the torch is left.',
    remedy: "Follow the site's confined space procedure; this permit does not replace it.",
  }
}

function hoodFindings({ air }: VentilationQuery): Finding[] {
  if (air.hood === 'none') return []
  const base = { code: 'air.hood', step: 'air' as const }
  const proved = {
    rule: 'Switched on, damper open, felt with a hand before the arc',
    source: COMMON_PRACTICE,
  }
  if (!air.hoodProved) {
    return [
      {
        ...base,
        level: 'caution',
        sentence: 'The hood does not count until someone has felt it pull, damper open.',
        remedy: 'Switch on, open the damper, test with a hand.',
        reasons: [proved],
      },
    ]
  }
  if (air.hood !== 'movable_hood') {
    if (air.hoodFlow === null)
      return [
        {
          ...base,
          level: 'unknown',
          sentence:
            'The enclosed or downdraft exhaust does not count, because its flow is not known.',
          remedy: 'Enter the flow of its last survey.',
          reasons: [proved],
        },
      ]
    return [
      {
        ...base,
        level: 'clear',
        sentence:
          'Enclosed or downdraft exhaust, proved. Keep 100 fpm (0.5 m/s) away from the welder.',
        reasons: [
          {
            rule: 'Fixed enclosure: top and two sides, 100 fpm away from the welder',
            source: GENERAL_RULE.source,
          },
          proved,
        ],
      },
    ]
  }
  const row = air.hoodDistance === null ? null : hoodRow(air.hoodDistance)
  if (air.hoodFlow === null || air.hoodDistance === null) {
    return [
      {
        ...base,
        level: 'unknown',
        sentence: 'The hood is not judged, because its distance or flow is not known.',
        remedy: 'Measure from hood to arc and enter the surveyed flow.',
        reasons: [proved],
      },
    ]
  }
  const inputs = {
    distance: { amount: air.hoodDistance, unit: 'm' as const },
    flow: { amount: air.hoodFlow, unit: 'm3/s' as const },
  }
  const rule = '100 fpm at the arc: flow by distance of the movable hood'
  if (!row) {
    return [
      {
        ...base,
        level: 'caution',
        sentence:
          'The hood is beyond 12 in (0.3 m): the table gives no answer there, so it is not counted.',
        remedy: 'Bring it within 12 in of the arc.',
        reasons: [{ rule, source: MOVABLE_HOOD[0]!.source, inputs }],
      },
    ]
  }
  const value = { amount: row.flow, unit: 'm3/s' as const }
  const reasons = [{ rule, source: row.source, inputs }, proved]
  if (!reaches(air.hoodFlow, row.flow)) {
    return [
      {
        ...base,
        level: 'caution',
        value,
        sentence: 'The hood pulls less than the table asks at this distance; it is not counted.',
        remedy: 'Bring it nearer, clear the filter or open the damper.',
        reasons,
      },
    ]
  }
  return [
    {
      ...base,
      level: 'clear',
      value,
      sentence: 'The hood pulls what the table asks at this distance.',
      remedy:
        'A gas shield breaks before the hood does: watch for porosity and back off to the table distance.',
      reasons,
    },
  ]
}

/** Coatings and base metals that the regulation names. Unknown coatings stop until known. */
function metalFindings({
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
    const sampled = measured?.fume !== undefined
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

/** What the regulation names besides coatings: fluorides, beryllium, mercury, cleaning compounds. */
function namedFindings({
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
    const sampled = measured?.beryllium !== undefined
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
