import { routes } from '#shared/api/routes'
import { call } from './api'
import { useLoad } from './load'

/** People, stations and items to choose from. */
export function useShopLists() {
  const stations = useLoad(() => call(routes.stations, {}))
  const items = useLoad(async () => (await call(routes.items, { query: { all: 'true' } })).rows)
  const people = useLoad(allPeople)
  return { stations, items, people, load: () => Promise.all([stations.load(), items.load(), people.load()]) }
}

async function allPeople() {
  const first = await call(routes.people, { query: { page: 1 } })
  const rest = await Promise.all(Array.from({ length: first.pages - 1 }, (_, i) => call(routes.people, { query: { page: i + 2 } })))
  return [first, ...rest].flatMap(page => page.rows).filter(person => person.active)
}
