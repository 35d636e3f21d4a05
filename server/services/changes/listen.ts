import { setTimeout as sleep } from 'node:timers/promises'
import { z } from 'zod'
import { listenTo } from '#server/db/listen'
import { TOPICS } from '#shared/changes/topics'
import { ChangeHub } from './hub'
import { log } from '#server/log'

/** Lost, the database is called again after so long, ms; each time twice as long. */
const [SOONEST, LATEST] = [250, 10_000]

const told = z.object({
  id: z.string(),
  organisation: z.string(),
  site: z.string().nullable(),
  topic: z.enum(TOPICS),
})

export const changes = new ChangeHub()

let stopping: AbortController | null = null

/** Hear of changes as long as the server runs; begun by whoever looks first. */
export function listenForChanges(): void {
  if (stopping) return
  stopping = new AbortController()
  void listen(stopping.signal)
}

export function stopListening(): void {
  stopping?.abort()
  stopping = null
}

async function listen(signal: AbortSignal): Promise<void> {
  for (let wait = SOONEST; !signal.aborted; wait = Math.min(LATEST, 2 * wait)) {
    try {
      await listenTo('zonaris_change', {
        signal,
        onBegin: () => {
          wait = SOONEST
          // Between two connections something may have been missed.
          changes.reset()
        },
        onMessage: (text) => changes.publish(told.parse(JSON.parse(text))),
      })
    } catch (error) {
      log('warn', 'Changes are not heard; it is tried again.', error)
    }
    changes.lose()
    await sleep(wait, null, { signal, ref: false }).catch(() => null)
  }
}
