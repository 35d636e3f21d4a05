import { watchDebounced } from '@vueuse/core'
import type { Ref } from 'vue'
import type { FlightAnswer } from '#core/sparks/flight'
import { useWorkerRun } from '~/composables/worker-run'
import type { SparkQuery } from '~/workers/sparks'

/** Typed and pointed figures settle before drops fly, ms. */
const SETTLED = 300

/** Flight of sparks for what is on the screen, begun anew when it changes. @param query null: there is none to reckon */
export function useSparks(query: Ref<SparkQuery | null>) {
  const { progress, answer, failure, run, stop } = useWorkerRun<SparkQuery, FlightAnswer>(
    () => new Worker(new URL('../../workers/sparks.ts', import.meta.url), { type: 'module' }),
  )
  watchDebounced(
    query,
    (now) => {
      answer.value = null
      if (now) void run(now)
      else stop()
    },
    { debounce: SETTLED, immediate: true, deep: true },
  )
  return { progress, answer, failure, stop }
}
