import { proxy, wrap } from 'comlink'
import type { Ref } from 'vue'

/** What a worker of ours offers: one reckoning that tells how far it is. */
interface RunWorker<Query, Answer> {
  run: (query: Query, progress: (share: number) => void) => Answer
}

/** A reckoning in a web worker: progress while it goes, stopped at any time by ending the worker. @param open a new worker */
export function useWorkerRun<Query, Answer>(
  open: () => Worker,
): {
  progress: Ref<number | null>
  answer: Ref<Answer | null>
  failure: Ref<string>
  run: (query: Query) => Promise<void>
  stop: () => void
} {
  const progress = ref<number | null>(null)
  const answer = shallowRef<Answer | null>(null)
  const failure = ref('')
  let worker: Worker | null = null

  function stop(): void {
    worker?.terminate()
    worker = null
    progress.value = null
  }
  async function run(query: Query): Promise<void> {
    stop()
    failure.value = ''
    progress.value = 0
    const mine = open()
    worker = mine
    try {
      // What Vue watches cannot be handed over; a plain copy can.
      const plain = JSON.parse(JSON.stringify(query)) as Query
      const done = await Promise.race([
        wrap<RunWorker<Query, Answer>>(mine).run(
          plain as never,
          proxy((share: number) => {
            if (worker === mine) progress.value = share
          }) as never,
        ) as Promise<Answer>,
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
