import type { Finding } from '../finding/finding'
import { respiratorRow } from '../respirator/apf.table'
import { hoodedWelders, hoodState } from './hood'
import type { VentilationQuery } from './query'
import { reaches } from './reaches'
import { CONFINED_RULE, GENERAL_RULE } from './ventilation.table'

/** Welders whom no hood in place covers. */
const withoutHood = (query: VentilationQuery): number =>
  hoodState(query.air) === 'inPlace' ? query.welders - hoodedWelders(query) : query.welders

/** The room of a job: volume, ceiling and cross flow, or the rule for a confined space. */
export function roomFindings(query: VentilationQuery): Finding[] {
  const { air, welders, respirator } = query
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
  const open = withoutHood(query)
  const local = open === 0
  const airline = respiratorRow(respirator).suppliesAir
  if (air.space === 'confined') return [confinedFinding(air, open, airline)]
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
    roomFrom: air.measuredOn
      ? `plan version ${air.measuredOn.plan}, ${air.measuredOn.room}`
      : 'typed',
    obstructed: air.obstructed,
    welders,
    withoutHood: open,
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
  const need = GENERAL_RULE.flowPerWelder * open
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
        sentence: `Mechanical ventilation is required (${because}), and the flow is short of 2,000 cfm for each of ${open}${welders > open ? ' without a hood' : ''}.`,
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

function confinedFinding(air: VentilationQuery['air'], open: number, airline: boolean): Finding {
  const local = open === 0
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
    air.generalFlow !== null && air.generalFlow >= GENERAL_RULE.flowPerWelder * open
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
