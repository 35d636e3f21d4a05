import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'

/** When hot work and its watch fall, by the clock of the site. */
export interface WorkHours {
  /** Some of it lies between 22 and 6. */
  isAtNight: boolean
  /** Some of it lies on a day on which the shop is shut. */
  isShut: boolean
}

const NIGHT = { from: 22, to: 6 } as const

/** Hot work that few others would notice. Common practice. */
export function judgeHours({ isAtNight, isShut }: WorkHours): Finding[] {
  if (!isAtNight && !isShut) return []
  return [
    {
      code: 'fire.hours',
      step: 'fire',
      level: 'caution',
      sentence: isAtNight
        ? `Work or watch goes into the night, ${NIGHT.from} to ${NIGHT.to} h: few others would notice a fire.`
        : 'Work or watch falls on a day on which the shop is shut: nobody else would notice a fire.',
      remedy: 'Light the place and its far side, and say who is called and how.',
      reasons: [{ rule: 'Hot work while few others are there', source: COMMON_PRACTICE }],
    },
  ]
}

/** Whether a stretch of hours touches the night. @param hour of the day at which it begins, 0 to 24; @param hours how long it lasts */
export function touchesNight(hour: number, hours: number): boolean {
  if (hour >= NIGHT.from || hour < NIGHT.to) return true
  return hour + hours > NIGHT.from
}
