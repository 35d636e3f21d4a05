import type { Finding } from '../finding/finding'
import { published } from '../finding/source'

/** Who stands outside a closed space, and how somebody is brought out of it. */
export interface SpaceWatch {
  attendant: { id: string; name: string; isActive: boolean } | null
  /** How somebody is brought out, and who is called. */
  rescue: string
  /** Operator and watchers. */
  busy: readonly string[]
}

const ATTENDANT = published('OSHA 29 CFR 1910.252(c)(4)(iv) and 1910.146(d)(6)')
const RESCUE = published('OSHA 29 CFR 1910.146(d)(9) and 1910.252(c)(4)(iv)')

/** Attendant and rescue of hot work in a closed space. */
export function judgeSpaceWatch({ attendant, rescue, busy }: SpaceWatch): Finding[] {
  return [
    {
      code: 'fire.attendant',
      step: 'fire',
      ...attendantOf(attendant, busy),
      reasons: [{ rule: 'An attendant outside, with no other duty', source: ATTENDANT }],
    },
    {
      code: 'fire.rescue',
      step: 'fire',
      ...(rescue.trim() === ''
        ? {
            level: 'unknown' as const,
            sentence: 'How somebody is brought out of the space is not told.',
            remedy: 'Say how, by whom, and who is called.',
          }
        : { level: 'clear' as const, sentence: `Rescue: ${rescue.trim()}` }),
      reasons: [{ rule: 'Rescue planned before anyone goes in', source: RESCUE }],
    },
  ]
}

function attendantOf(
  attendant: SpaceWatch['attendant'],
  busy: readonly string[],
): Pick<Finding, 'level' | 'sentence' | 'remedy' | 'legal'> {
  if (!attendant)
    return {
      level: 'unknown',
      sentence: 'Nobody is named who stands outside the closed space.',
      remedy: 'Name an attendant who does nothing else.',
    }
  const { id, name, isActive } = attendant
  if (!isActive || busy.includes(id))
    return {
      level: 'stop',
      legal: true,
      sentence: isActive
        ? `${name} welds or watches for fire and cannot stand outside as well.`
        : `${name} is no longer on the roster.`,
      remedy: 'Name another attendant.',
    }
  return { level: 'clear', sentence: `${name} stands outside.` }
}
