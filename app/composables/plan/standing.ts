import type { Stands } from '#core/plan/kinds.table'
import { gasRoutes } from '#shared/gas/routes'
import { inspectionRoutes } from '#shared/inspection/routes'
import { shopRoutes } from '#shared/shop/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

type Choice = { value: string; label: string }
/** Gear that has its place on a plan. */
const PLACED = [
  'extinguisher',
  'eyewash',
  'firstAid',
  'curtain',
  'extractionUnit',
  'extractionArm',
] as const

/** What is on record and may stand on a plan, by what it is. */
export function useStanding() {
  const { data, load } = useLoad(async () => {
    const stations = await call(shopRoutes.stations, {})
    const stores = await call(gasRoutes.gasStores, {})
    const gear = await Promise.all(
      PLACED.map((kind) => call(inspectionRoutes.gearList, { query: { kind, all: 'true' } })),
    )
    const named = ({ id, name }: { id: string; name: string }): Choice => ({
      value: id,
      label: name,
    })
    return new Map<Stands, Choice[]>([
      ['station', stations.map(named)],
      ['gasStore', stores.map(named)],
      ...PLACED.map((kind, i): [Stands, Choice[]] => [
        kind,
        gear[i]!.rows.map(({ id, label }) => ({ value: id, label })),
      ]),
    ])
  })
  const choicesOf = (what: Stands | undefined): Choice[] => (what && data.value?.get(what)) || []
  return { load, choicesOf }
}
