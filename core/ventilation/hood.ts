import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { VentilationQuery } from './query'
import { reaches } from './reaches'
import { GENERAL_RULE, MOVABLE_HOOD, type HoodRow } from './ventilation.table'

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

export type HoodState = 'inPlace' | 'outOfPlace' | 'off'

/** Whether local exhaust counts: present, proved before the arc, and near and strong enough by the table. */
export function hoodState(air: VentilationQuery['air']): HoodState {
  if (air.hood === 'none' || !air.hoodProved) return 'off'
  if (air.hood !== 'movable_hood') return air.hoodFlow === null ? 'off' : 'inPlace'
  if (air.hoodFlow === null || air.hoodDistance === null) return 'outOfPlace'
  const row = hoodRow(air.hoodDistance)
  return row !== null && reaches(air.hoodFlow, row.flow) ? 'inPlace' : 'outOfPlace'
}

/** Welders whose fume a hood takes: a hood covers its own station, so one unless the job says who else has one. */
export const hoodedWelders = ({
  air,
  welders,
  hooded,
}: Pick<VentilationQuery, 'air' | 'welders' | 'hooded'>): number =>
  hoodState(air) === 'off' ? 0 : Math.min(welders, hooded ?? 1)

/**
 * What a job says of hoods, where so many share one station. Its word holds for the welders it speaks of; with more of
 * them nobody has said, and the station's hood takes one.
 */
export const hoodedWhenShared = (
  { welders, hooded }: Pick<VentilationQuery, 'welders' | 'hooded'>,
  sharing: number,
): number | null => (sharing > welders ? null : hooded)

/** The hood of a job by the table: whether it counts, and why not. */
export function hoodFindings({ air }: VentilationQuery): Finding[] {
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
