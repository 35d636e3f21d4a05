import { watchDebounced } from '@vueuse/core'
import type { Ref } from 'vue'
import { DEFAULT_SPREAD, faultsOfCase, type AirCase } from '#core/air/case'
import { judgeAir, type AirAnswer } from '#core/air/judge'
import { reckon } from '#core/air/reckon'
import { airCaseSchema } from '#shared/air/case'
import type { JobAir } from '#shared/air/schema'

/** Points of the trace over a shift. */
const POINTS = 200

export const EMPTY_CASE: AirCase = {
  volume: 0,
  flow: 0,
  changes: [],
  mixing: 2,
  near: { radius: 0.6, airSpeed: 0.15 },
  background: {},
  shiftMinutes: 480,
  sources: [],
  spread: DEFAULT_SPREAD,
}

interface Live {
  answer: AirAnswer
  trace: { minute: number; near: number; far: number }[]
}

/** What is wrong with a case, by field; the page works on with what was typed. */
function faultsByField(air: AirCase): Record<string, string> {
  const read = airCaseSchema.safeParse(air)
  const faults = read.success
    ? faultsOfCase(air)
    : read.error.issues.map((issue) => ({ field: issue.path.join('.'), message: issue.message }))
  const found: Record<string, string> = {}
  for (const { field, message } of faults) found[`air.${field}`] ??= message
  return found
}

/** A case worked out while it is typed, at planning values. `changed` runs before it is worked out anew. */
export function useLiveCase(air: Ref<AirCase>, job: Ref<JobAir | null>, changed: () => void) {
  const live = shallowRef<Live | null>(null)
  const impossible = ref<Record<string, string>>({})
  const faults = computed(() => faultsByField(air.value))
  const usable = computed(() => Object.keys(faults.value).length === 0 && job.value !== null)

  function work(): Live | null {
    if (!usable.value || !job.value) return null
    const plain = JSON.parse(JSON.stringify(air.value)) as AirCase
    const reckoned = reckon(plain)
    const answer = judgeAir(plain, job.value.adopted, null, job.value.respirator, reckoned)
    const trace = answer.decisive ? reckoned.trace(answer.decisive.substance, POINTS) : []
    return { answer, trace }
  }
  function judge(): void {
    impossible.value = {}
    try {
      live.value = work()
    } catch (error) {
      if (!(error instanceof RangeError)) throw error
      impossible.value = { air: error.message }
      live.value = null
    }
  }
  watchDebounced(
    [air, job],
    () => {
      changed()
      judge()
    },
    { deep: true, debounce: 60 },
  )
  return { live, usable, faults: computed(() => ({ ...faults.value, ...impossible.value })) }
}
