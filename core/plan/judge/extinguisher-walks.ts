import { FARTHEST_EXTINGUISHER } from '../../inspection/extinguisher-reach'
import { groundOf } from '../ground'
import { walksFrom } from '../path'
import { onFloor, type Plan, type Thing } from '../plan'
import { middleOf } from '../shape'
import { standingBefore } from './standing'

/** The walk from a station on record to an extinguisher on record. */
export interface ExtinguisherWalk {
  stationId: string
  gearId: string
  metres: number
}

const FARTHEST = Math.max(...Object.values(FARTHEST_EXTINGUISHER))

/**
 * The walk from each station to each extinguisher that is no farther than any rule allows, on the plan.
 * Of what is drawn twice the longest walk is told, and none where one of them is out of reach.
 */
export function extinguisherWalks(plan: Plan): ExtinguisherWalk[] {
  const walks = plan.floors.flatMap(({ id }) => walksOnFloor(plan, id))
  const times = (id: string): number => plan.things.filter(({ of }) => of === id).length
  const pairs = new Map<string, ExtinguisherWalk & { found: number }>()
  for (const walk of walks) {
    const key = `${walk.stationId} ${walk.gearId}`
    const known = pairs.get(key)
    const metres = Math.max(walk.metres, known?.metres ?? 0)
    pairs.set(key, { ...walk, metres, found: (known?.found ?? 0) + 1 })
  }
  return [...pairs.values()]
    .filter(({ stationId, gearId, found }) => found === times(stationId) * times(gearId))
    .map(({ found: _, ...walk }) => walk)
}

type Placed = Thing & { of: string }
const isOnRecord = (thing: Thing): thing is Placed => thing.of !== null

function walksOnFloor(plan: Plan, floor: string): ExtinguisherWalk[] {
  const stations = onFloor(plan, floor, 'station').filter(isOnRecord)
  const extinguishers = onFloor(plan, floor, 'extinguisher').filter(isOnRecord)
  if (stations.length === 0 || extinguishers.length === 0) return []
  const ground = groundOf(plan, floor)
  const before = standingBefore(plan, floor)
  const starts = stations.map(({ shape }) => [middleOf(shape)])
  return extinguishers.flatMap((extinguisher) => {
    const walks = walksFrom(ground, starts, [before(extinguisher)], FARTHEST)
    return stations.flatMap((station, i): ExtinguisherWalk[] => {
      const walk = walks[i]
      return walk ? [{ stationId: station.of, gearId: extinguisher.of, metres: walk.length }] : []
    })
  })
}
