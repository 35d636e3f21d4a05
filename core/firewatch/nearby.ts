import { PLAN_KINDS, type ThingKind } from '../plan/kinds.table'
import { onFloor, type Plan } from '../plan/plan'
import { apart, middleOf } from '../plan/shape'
import type { WorkPoint } from './reach-map'

/** What somebody runs to when it burns, in the order in which it is wanted. */
export const HELPS = ['extinguisher', 'callPoint', 'exit'] as const satisfies readonly ThingKind[]
type HelpKind = (typeof HELPS)[number]

export const DIRECTIONS = [
  'east',
  'north-east',
  'north',
  'north-west',
  'west',
  'south-west',
  'south',
  'south-east',
] as const
type Direction = (typeof DIRECTIONS)[number]

/** The nearest of one kind, as the crow flies. */
export interface Help {
  kind: HelpKind
  name: string
  /** m */
  metres: number
  direction: Direction
}

/** The nearest extinguisher, call point and way out on the floor of some work; a kind that is not drawn there is left out. */
export function nearbyHelp(plan: Plan, work: WorkPoint): Help[] {
  return HELPS.flatMap((kind): Help[] => {
    const [nearest] = onFloor(plan, work.floor, kind)
      .map(({ name, shape }) => {
        const at = middleOf(shape)
        return { name, metres: apart(work, at), at }
      })
      .sort((one, other) => one.metres - other.metres)
    if (!nearest || !Number.isFinite(nearest.metres)) return []
    const { name, metres, at } = nearest
    return [
      {
        kind,
        name: name || PLAN_KINDS[kind].name,
        metres,
        direction: directionOf(at.x - work.x, at.y - work.y),
      },
    ]
  })
}

/** @param east m; @param north m */
function directionOf(east: number, north: number): Direction {
  const eighth = Math.round((Math.atan2(north, east) / (2 * Math.PI)) * DIRECTIONS.length)
  return DIRECTIONS[(eighth + DIRECTIONS.length) % DIRECTIONS.length]!
}
