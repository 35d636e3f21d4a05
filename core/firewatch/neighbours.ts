import { ROUNDING } from '../finding/feet'
import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { reachText } from './rules.table'

/** Other hot work under a permit in the same time. */
export interface Neighbour {
  number: number
  place: string
  /** From one work to the other, m, level; null: one of them is not on the plan, or on another floor. */
  metres: number | null
  /** At the same station. */
  isSamePlace: boolean
  /** How far its own sweep reaches, m. */
  reach: number
}

/** Two works nearer than this are at one place, m. Common practice. */
const ONE_PLACE = 2

/** Other permits at the same place or within the sweep of either. @param reach of this one, m */
export function judgeNeighbours(neighbours: readonly Neighbour[], reach: number): Finding[] {
  return neighbours.flatMap((other): Finding[] => {
    const { metres, number, place } = other
    const isHere = other.isSamePlace || (metres !== null && metres < ONE_PLACE)
    const isNear = metres !== null && metres <= Math.max(reach, other.reach) + ROUNDING
    if (!isHere && !isNear) return []
    return [
      {
        code: `fire.permit.${number}`,
        step: 'fire',
        level: isHere ? 'stop' : 'caution',
        ...(metres !== null && { value: { amount: metres, unit: 'm' as const } }),
        sentence: isHere
          ? `Permit ${number} is for the same place in the same time: ${place}.`
          : `Permit ${number} is ${reachText(metres!)} away in the same time: ${place}.`,
        remedy: isHere
          ? 'Close one of the two first, or work under one permit.'
          : 'Tell each other, and say who watches which side.',
        reasons: [{ rule: 'One hot work within the sweep of another', source: COMMON_PRACTICE }],
      },
    ]
  })
}
