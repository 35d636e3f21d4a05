import type { Finding, Quantity } from '../../finding/finding'
import { published } from '../../finding/source'
import { standingIn } from '../inside'
import type { Plan, Thing } from '../plan'
import { areaOf } from '../shape'
import { figureOf } from '../walls'
import type { DrawnFinding } from './drawn'
import { FOOT, ROUNDING } from '../../finding/feet'

const WELDING_SPACE = published('OSHA 29 CFR 1910.252(c)(2)')
/** Below either of them, mechanical ventilation is needed. m3 for each welder, m */
export const VOLUME_EACH = 10_000 * FOOT ** 3
const LOWEST_CEILING = 16 * FOOT

/** What a room is, measured. */
export interface RoomMeasure {
  room: Thing
  /** m2 */
  area: number
  /** m; null: not told. */
  height: number | null
  /** m3; null: its height is not told. */
  volume: number | null
  stations: readonly Thing[]
}

/**
 * @param stations those in it
 * @throws nothing; a height that is no number above zero is not told
 */
export function measureRoom(room: Thing, stations: readonly Thing[]): RoomMeasure {
  const area = areaOf(room.shape)
  const told = figureOf(room.facts.height)
  const height = told !== null && told > 0 ? told : null
  return { room, area, height, volume: height === null ? null : area * height, stations }
}

/**
 * Whether each room with stations is big and high enough for as many welders as it has stations without mechanical ventilation.
 * Rooms without stations are not judged.
 */
export function judgeRooms({ things }: Plan): DrawnFinding[] {
  const stationsIn = standingIn(things.filter(({ kind }) => kind === 'station'))
  return things
    .filter(({ kind }) => kind === 'room')
    .map((room) => measureRoom(room, stationsIn(room)))
    .filter(({ stations }) => stations.length > 0)
    .map((measure) => ({
      finding: judgeRoom(measure),
      floor: measure.room.floor,
      things: [measure.room.id, ...measure.stations.map(({ id }) => id)],
      lines: [],
    }))
}

const inWords = (welders: number): string => (welders === 1 ? '1 welder' : `${welders} welders`)

export function judgeRoom({ room, height, volume, stations }: RoomMeasure): Finding {
  const base = { code: 'plan.room', step: 'air' as const }
  const rule = 'Room for each welder, and height above, or air is moved by machine'
  if (volume === null || height === null)
    return {
      ...base,
      level: 'unknown',
      sentence: `${room.name}: its height is not told, so its volume is not known.`,
      remedy: 'Measure the height and enter it.',
      reasons: [{ rule, source: WELDING_SPACE, inputs: { welders: stations.length } }],
    }
  const each = volume / stations.length
  const isSmall = each < VOLUME_EACH - ROUNDING
  const isLow = height < LOWEST_CEILING - ROUNDING
  const value: Quantity = { amount: each, unit: 'm3' }
  const reasons = [
    {
      rule,
      source: WELDING_SPACE,
      inputs: {
        volume: { amount: volume, unit: 'm3' as const },
        ceiling: { amount: height, unit: 'm' as const },
        welders: stations.length,
      },
    },
  ]
  if (!isSmall && !isLow)
    return {
      ...base,
      level: 'clear',
      value,
      sentence: `${room.name} is big and high enough for ${inWords(stations.length)} by the rule of the room alone.`,
      reasons,
    }
  const lacks = [isSmall && 'too small for so many', isLow && 'too low'].filter(Boolean)
  return {
    ...base,
    level: 'caution',
    value,
    sentence: `${room.name} is ${lacks.join(' and ')}: its air is moved by machine, or taken off at each arc.`,
    remedy: 'The air check of each station says how much it takes.',
    reasons,
  }
}
