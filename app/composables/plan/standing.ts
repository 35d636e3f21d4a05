import type { Stands } from '#core/plan/kinds.table'
import { gasRoutes } from '#shared/gas/routes'
import { inspectionRoutes } from '#shared/inspection/routes'
import { shopRoutes } from '#shared/shop/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

type Choice = { value: string; label: string }
const named = ({ id, name }: { id: string; name: string }): Choice => ({ value: id, label: name })

async function choicesOf(what: Stands): Promise<Choice[]> {
  if (what === 'station') return (await call(shopRoutes.stations, {})).map(named)
  if (what === 'gasStore') return (await call(gasRoutes.gasStores, {})).map(named)
  const gear = await call(inspectionRoutes.gearList, { query: { kind: what, all: 'true' } })
  return gear.rows.map(({ id, label }) => ({ value: id, label }))
}

/** What is on record and may stand on a plan. @param what of all that may; undefined: none of it */
export function useStanding(what: Stands | undefined) {
  const { data, load } = useLoad(async () => (what ? choicesOf(what) : []))
  return { load, choices: computed(() => data.value ?? []) }
}
