import { proxy, wrap } from 'comlink'
import type { Ref } from 'vue'
import type { RunAnswer, RunQuery, SimulateWorker } from '~/workers/simulate'

/** Draws in a web worker: progress while they grow, stop at any time, an answer that can be repeated from its seed. */
export function useSimulation(): {
  progress: Ref<number | null>
  answer: Ref<RunAnswer | null>
  failure: Ref<string>
  run: (query: RunQuery) => Promise<void>
  stop: () => void
} {
  const progress = ref<number | null>(null)
  const answer = shallowRef<RunAnswer | null>(null)
  const failure = ref('')
  let worker: Worker | null = null

  function stop(): void {
    worker?.terminate()
    worker = null
    progress.value = null
  }
  async function run(query: RunQuery): Promise<void> {
    stop()
    failure.value = ''
    progress.value = 0
    const mine = new Worker(new URL('../workers/simulate.ts', import.meta.url), { type: 'module' })
    worker = mine
    try {
      // What Vue watches cannot be handed over; a plain copy can.
      const plain = JSON.parse(JSON.stringify(query)) as RunQuery
      const done = await Promise.race([
        wrap<SimulateWorker>(mine).run(
          plain,
          proxy((share: number) => {
            if (worker === mine) progress.value = share
          }),
        ),
        new Promise<never>((_, refuse) => {
          mine.onerror = (event) =>
            refuse(new Error(event.message || 'The reckoning could not be started.'))
        }),
      ])
      if (worker === mine) answer.value = done
    } catch (error) {
      if (worker === mine)
        failure.value = error instanceof Error ? error.message : 'The reckoning failed.'
    } finally {
      if (worker === mine) stop()
    }
  }
  onBeforeUnmount(stop)
  return { progress, answer, failure, run, stop }
}
