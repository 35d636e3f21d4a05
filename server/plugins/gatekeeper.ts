import { getClock } from '#server/clock'
import { changes, listenForChanges } from '#server/services/changes/listen'
import {
  GATE_TOPICS,
  suspendTurned,
  suspendTurnedEverywhere,
} from '#server/services/permit/gatekeeper'
import { log } from '#server/log'

/** What changes together is judged together, ms. */
const TOGETHER_MS = 50
/** What runs out by the clock alone is looked for so often, ms. */
const EVERY_MS = 30_000

/** A gate that turns red after a permit was issued suspends it, whether or not anybody looks at a screen. */
export default defineNitroPlugin((nitro) => {
  listenForChanges()
  const waiting = new Map<string, { organisation: string; site: string | null }>()
  let timer: ReturnType<typeof setTimeout> | null = null
  let isRunning = false
  let isStopping = false
  let running: Promise<void> = Promise.resolve()
  const run = async (): Promise<void> => {
    isRunning = true
    const all = [...waiting.values()]
    waiting.clear()
    try {
      const now = (await getClock()).now()
      for (const { organisation, site } of all)
        if (isStopping) return
        else if (site === null) await suspendTurnedEverywhere(now)
        else await suspendTurned({ organisation, site }, now)
    } catch (error) {
      log('error', 'Permits could not be judged; it is tried again.', error)
    } finally {
      isRunning = false
    }
  }
  const later = (): void => {
    timer ??= setTimeout(() => {
      timer = null
      if (isRunning) later()
      else running = run()
    }, TOGETHER_MS)
    timer.unref()
  }
  const end = changes.hear(({ organisation, site, topic }) => {
    if (!GATE_TOPICS.includes(topic)) return
    waiting.set(`${organisation} ${site}`, { organisation, site })
    later()
  })
  const clock = setInterval(() => {
    waiting.set('all', { organisation: '', site: null })
    later()
  }, EVERY_MS)
  clock.unref()
  nitro.hooks.hook('close', async () => {
    isStopping = true
    end()
    clearInterval(clock)
    if (timer) clearTimeout(timer)
    // The database goes after it.
    await running
  })
})
