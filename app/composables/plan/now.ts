import type { PlanNow, StationNow } from '#shared/plan/live'
import { planRoutes } from '#shared/plan/routes'
import { call } from '~/composables/api'
import { setServerClock } from '~/composables/clock'
import { useLoad } from '~/composables/load'
import { useChanged } from '~/stores/changes'
import { useIntervalFn } from '@vueuse/core'

/** What comes due by the clock alone is looked for so often, ms. */
const LOOK_AGAIN_MS = 60_000

/** The published plan and everything on it as it is now, kept up with what others change. */
export function usePlanNow() {
  const plan = useLoad(() => call(planRoutes.plan, {}))
  const now = useLoad<PlanNow>(async () => {
    const answer = await call(planRoutes.planNow, {})
    setServerClock(answer)
    return answer
  })
  onMounted(() => Promise.all([plan.load(), now.load()]))
  useIntervalFn(now.load, LOOK_AGAIN_MS)
  useChanged(['plan'], plan.load)
  useChanged(
    ['gear', 'gas', 'people', 'sessions', 'jobs', 'permits', 'air', 'monitors', 'stations'],
    now.load,
  )
  const published = computed(() => plan.data.value?.published ?? null)
  /** By station on record. */
  const stations = computed(
    () => new Map<string, StationNow>(now.data.value?.stations.map((one) => [one.stationId, one])),
  )
  return { plan, now, published, stations }
}
