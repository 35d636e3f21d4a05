import { inspectionRoutes } from '#shared/inspection/routes'
import { shopRoutes } from '#shared/shop/routes'
import { call } from './api'
import { useLoad } from './load'

/** Stations and gear to choose from. */
export function useShopLists() {
  const stations = useLoad(() => call(shopRoutes.stations, {}))
  const gear = useLoad(
    async () => (await call(inspectionRoutes.gearList, { query: { all: 'true' } })).rows,
  )
  return { stations, gear, load: () => Promise.all([stations.load(), gear.load()]) }
}
