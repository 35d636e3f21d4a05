import type { Finding } from '../finding/finding'
import { published } from '../finding/source'

/** Where the risk of a shock is raised: the welder is wet, cramped, or touches the work with more than the hands. */
export interface ShockPlace {
  wet: boolean | null
  cramped: boolean | null
  onTheWork: boolean | null
}

/** No-load voltage of a machine; null: not told. V. */
export interface NoLoad {
  output: 'dc' | 'ac' | 'both' | null
  dcPeak: number | null
  acRms: number | null
  sMark: boolean | null
  reducer: boolean | null
}

/** IEC 60974-1, rated no-load voltages, from memory. V. */
export const NO_LOAD_LIMITS = {
  raised: { dcPeak: 113, acRms: 48, acPeak: 68 },
  usual: { dcPeak: 113, acRms: 80, acPeak: 113 },
} as const

const IEC = published('IEC 60974-1, rated no-load voltage and S mark')
const OSHA = published('OSHA 29 CFR 1910.254(b)(3), manual welding, AC 80 V, DC 100 V')
/** OSHA 29 CFR 1910.254(b)(3). V. */
const OSHA_LIMITS = { dc: 100, ac: 80 } as const

/**
 * Whether the no-load voltage of a machine fits a place. What is not known of the place counts as raised risk.
 */
export function judgeNoLoad(machine: NoLoad, place: ShockPlace): Finding {
  const base = { code: 'electric.noLoad', step: 'gear' as const }
  const raised = [place.wet, place.cramped, place.onTheWork].some((answer) => answer !== false)
  const { dcPeak, acRms, sMark, reducer } = machine
  const limits = raised ? NO_LOAD_LIMITS.raised : NO_LOAD_LIMITS.usual
  const reasons = [
    {
      rule: raised ? 'Raised risk of shock' : 'No raised risk of shock',
      source: IEC,
      inputs: {
        ...(dcPeak !== null && { noLoadDc: { amount: dcPeak, unit: 'V' as const } }),
        ...(acRms !== null && { noLoadAc: { amount: acRms, unit: 'V' as const } }),
        sMark: sMark ?? 'not told',
        reducer: reducer ?? 'not told',
      },
    },
    { rule: 'Manual arc welding', source: OSHA },
  ]
  // Of an output that is not told to be missing, the figure is needed.
  const needed = [
    ...(machine.output === 'ac' ? [] : [dcPeak]),
    ...(machine.output === 'dc' ? [] : [acRms]),
  ]
  if (!needed.every((volts) => volts !== null && Number.isFinite(volts) && volts > 0))
    return {
      ...base,
      level: 'unknown',
      sentence: 'No answer: the no-load voltage of the machine is not told.',
      remedy: 'Read U0 off the plate, or have it measured.',
      reasons,
    }
  const dcOver = dcPeak !== null && dcPeak > Math.min(limits.dcPeak, OSHA_LIMITS.dc)
  const acOver = acRms !== null && acRms > Math.min(limits.acRms, OSHA_LIMITS.ac)
  // A reducing device stands in for the high voltage only where the plate carries the S mark for it.
  const reduced = reducer === true && sMark === true
  if ((dcOver || acOver) && !reduced)
    return {
      ...base,
      level: 'stop',
      sentence: raised
        ? 'Its no-load voltage is too high where it is wet, cramped or the welder is on the work.'
        : 'Its no-load voltage is over the limit for manual welding.',
      remedy: 'Take a machine with the S mark, or DC, or one with a reducing device.',
      reasons,
    }
  if (raised && sMark !== true)
    return {
      ...base,
      level: sMark === false ? 'stop' : 'unknown',
      sentence:
        sMark === false
          ? 'Where the risk of shock is raised, the machine carries the S mark. This one does not.'
          : 'Whether this machine carries the S mark is not told.',
      remedy: 'Take one with the S mark; dry gloves, dry mat, somebody at the switch.',
      reasons,
    }
  return {
    ...base,
    level: 'clear',
    sentence: raised
      ? 'It may be used where the risk of shock is raised. Dry gloves, dry mat, somebody at the switch.'
      : 'Its no-load voltage is within the limits. Dry gloves to change rods all the same.',
    reasons,
  }
}
