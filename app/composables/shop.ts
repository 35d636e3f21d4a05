import { routes } from '#shared/api/routes'
import { call } from './api'
import { useLoad } from './load'

/** Stations and items to choose from. */
export function useShopLists() {
  const stations = useLoad(() => call(routes.stations, {}))
  const items = useLoad(async () => (await call(routes.items, { query: { all: 'true' } })).rows)
  return { stations, items, load: () => Promise.all([stations.load(), items.load()]) }
}
