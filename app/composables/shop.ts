import type { GearKind } from '#core/inspection/kind'
import { inspectionRoutes } from '#shared/inspection/routes'
import { shopRoutes } from '#shared/shop/routes'
import { call } from './api'
import { useLoad } from './load'

/** What a person welds with, draws from and looks through. */
const AT_WORK: readonly GearKind[] = ['machine', 'engineDrive', 'cylinder', 'helmet']

/** Gear to choose from for work. */
export const useWorkGear = () =>
  useLoad(async () => {
    const lists = await Promise.all(
      AT_WORK.map((kind) => call(inspectionRoutes.gearList, { query: { kind, all: 'true' } })),
    )
    return lists.flatMap(({ rows }) => rows)
  })

/** Stations and gear to choose from. */
export function useShopLists() {
  const stations = useLoad(() => call(shopRoutes.stations, {}))
  const gear = useWorkGear()
  return { stations, gear, load: () => Promise.all([stations.load(), gear.load()]) }
}
