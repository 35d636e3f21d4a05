import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { minutesToStand, type StandingRule } from './acetylene'

/** Acetylene that lay down and was stood up. */
export interface Standing {
  /** ms since 1970. */
  stoodAt: number
  /** For how long it lay; null: nobody knows. */
  layMinutes: number | null
}

const MINUTE = 60_000

/** Whether acetylene that lay down has stood for long enough; null once it has. @param now ms since 1970 */
export function judgeStanding(
  { stoodAt, layMinutes }: Standing,
  { rule, now }: { rule: StandingRule; now: number },
): Finding | null {
  const base = { code: 'gas.standing', step: 'gear' as const }
  const reasons = [
    {
      rule:
        rule === 'asLongAsItLay'
          ? 'It stands for as long as it lay, and 20 minutes at least'
          : 'It stands for 20 minutes',
      source: COMMON_PRACTICE,
      ...(layMinutes !== null &&
        Number.isFinite(layMinutes) && {
          inputs: { layFor: { amount: layMinutes, unit: 'min' as const } },
        }),
    },
  ]
  const known = layMinutes === null || (Number.isFinite(layMinutes) && layMinutes >= 0)
  const minutes = known ? minutesToStand(layMinutes, rule) : null
  const stood = (now - stoodAt) / MINUTE
  if (minutes === null || !Number.isFinite(stood))
    return {
      ...base,
      level: 'unknown',
      sentence: 'It lay down, and nobody knows for how long.',
      remedy: 'Find out how long it lay, or take another.',
      reasons,
    }
  const left = minutes - stood
  if (left <= 0) return null
  return {
    ...base,
    level: 'stop',
    value: { amount: Math.ceil(left), unit: 'min' },
    sentence: 'It lay down: acetone has to settle back before it is used.',
    remedy: 'Leave it upright until the time is over.',
    reasons,
  }
}
