import type { Finding } from '../finding/finding'
import { dangerOf } from '../gas/danger'
import type { Composition } from '../gas/gas.table'
import type { AirSpace } from '../job/job'
import { judgeRelease, OXYGEN, type Release } from './closed-space'

/** A cylinder in a room. */
export interface CylinderInRoom {
  parts: Composition | null
  /** Gas that may get out, m3: what is left, or what a full one holds where that is not known; null: neither is known. */
  amount: number | null
  air: Pick<AirSpace, 'space' | 'volume'>
}

/** A mix that burns is taken as its fuel alone, the worse of the two. */
function releasedAs(parts: Composition): Release['gas'] {
  const danger = dangerOf(parts)
  if (danger === 'oxidizer') return 'oxygen'
  if (danger === 'inert') return 'inert'
  if (parts.acetylene) return 'acetylene'
  return parts.propane ? 'propane' : 'hydrogen'
}

/** What the air of a room becomes if this cylinder empties into it and pushes the air out; null outdoors. Never clear. */
export function judgeEmptied({ parts, amount, air }: CylinderInRoom): Finding | null {
  if (air.space === 'outdoors') return null
  const known = amount !== null && Number.isFinite(amount) && amount >= 0
  const room = air.volume !== null && Number.isFinite(air.volume) && air.volume > 0
  if (parts && known && room)
    return judgeRelease({ gas: releasedAs(parts), amount, space: air.volume!, mixed: false })
  const missing = [
    !parts && 'the gas',
    !known && 'how much it holds',
    !room && 'the volume of the room',
  ].filter(Boolean)
  return {
    code: 'air.release',
    step: 'air',
    level: 'unknown',
    sentence: `What it does to the air of the room if it empties is not known: ${missing.join(', ')} not told.`,
    remedy: 'Enter it here, or at the station.',
    reasons: [{ rule: 'Gas pushes the air out, worst case', source: OXYGEN.source }],
  }
}
