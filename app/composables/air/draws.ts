import type { Ref } from 'vue'
import type { AirCase } from '#core/air/case'
import { DRAWS, type JobAir } from '#shared/air/schema'
import { useSimulation } from '~/composables/simulation'

/** Draws of a case: how many, from which seed, how far they are and what came out. */
export function useDraws(air: Ref<AirCase>, job: Ref<JobAir | null>) {
  const seed = ref(1 + Math.floor(Math.random() * 999_999))
  const draws = ref<(typeof DRAWS)[number]>(DRAWS[1])
  const { progress, answer: drawn, failure, run, stop } = useSimulation()
  const start = (): Promise<void> =>
    run({
      air: air.value,
      adopted: job.value!.adopted,
      respirator: job.value!.respirator,
      seed: seed.value,
      draws: draws.value,
    })
  return { seed, draws, progress, drawn, failure, start, stop }
}
