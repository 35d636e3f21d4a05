import { useThrottleFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { changedSchema, changeRoutes, HEARTBEAT_MS } from '#shared/changes/routes'
import { TOPICS, type Topic } from '#shared/changes/topics'
import { addressOf } from '~/composables/api'
import { isOffline, whenBack } from '~/composables/offline/signal'
import { useSignIn } from '~/stores/sign-in'

/** Without the stream everything is read again so often, ms; refused, the stream is tried again after so long. */
const POLL_MS = 15_000
const RETRY_MS = 30_000
/** A stream that has said nothing for two beats and a little is taken for dead, ms. */
const SILENT_MS = HEARTBEAT_MS * 2.5
/** A server that answers some and not others has its hands full: all is read again no oftener than this, ms. */
const BACK_MS = 5_000
/** Screens do not all ask in the same moment, ms. */
const SPREAD_MS = 400
/** However much changes, one screen reads the same no oftener than this, ms. */
const AT_MOST_EVERY_MS = 600

interface Listener {
  topics: readonly Topic[]
  read: () => unknown
}

/** What others change, heard of as long as this page is seen; without the stream it is asked for. */
export const useChanges = defineStore('changes', () => {
  const listeners = new Set<Listener>()
  const isLive = ref(false)
  let source: EventSource | null = null
  /** The newest event; empty: none yet; null: never connected. */
  let last: string | null = null
  let heardAt = 0

  function tell(topics: readonly Topic[]): void {
    const concerned = [...listeners].filter((one) =>
      one.topics.some((topic) => topics.includes(topic)),
    )
    for (const listener of concerned) readSoon(listener)
  }

  /** When each was read last, or is about to be: what changes until then is read with it. */
  const turns = new WeakMap<Listener, number>()
  function readSoon(listener: Listener): void {
    const last = turns.get(listener) ?? -Infinity
    const now = performance.now()
    if (last > now) return
    const turn = Math.max(now, last + AT_MOST_EVERY_MS) + Math.random() * SPREAD_MS
    turns.set(listener, turn)
    setTimeout(() => {
      if (listeners.has(listener)) listener.read()
    }, turn - now)
  }

  function open(): void {
    const { me, atBooth } = useSignIn()
    if (source || !me || atBooth || me.lacksFactor) return
    const after = last === null ? '' : `?after=${encodeURIComponent(last)}`
    const opened = new EventSource(`${addressOf(changeRoutes.changes)}${after}`)
    source = opened
    heardAt = Date.now()
    opened.addEventListener('here', () => (heardAt = Date.now()))
    opened.addEventListener('open', () => {
      // Without an event to go on after, what changed between the first read and now was missed.
      if (!last) tell(TOPICS)
      last ??= ''
      heardAt = Date.now()
      isLive.value = true
    })
    opened.addEventListener('changed', ({ data, lastEventId }: MessageEvent<string>) => {
      last = lastEventId
      heardAt = Date.now()
      tell(changedSchema.parse(JSON.parse(data)))
    })
    opened.addEventListener('error', () => {
      isLive.value = false
      // The browser goes on trying by itself, unless it was refused.
      if (opened.readyState !== EventSource.CLOSED) return
      close()
      setTimeout(follow, RETRY_MS)
    })
  }

  function close(): void {
    source?.close()
    source = null
    isLive.value = false
  }

  /** A page that nobody sees holds no connection: a browser has few of them. */
  function follow(): void {
    if (listeners.size > 0 && document.visibilityState === 'visible') open()
    else close()
  }

  /** Whether the connection still stands is not known: a new one goes on where the last one stopped. */
  function again(): void {
    close()
    follow()
  }

  /** What was read without a way may have failed, whatever the stream said. */
  function backOnline(): void {
    again()
    tell(TOPICS)
  }

  let begun = false
  function begin(): void {
    if (begun) return
    begun = true
    document.addEventListener('visibilitychange', follow)
    window.addEventListener('online', backOnline)
    // An answer that did not come in time may have been the news, though the stream stood all the while.
    whenBack(useThrottleFn(() => tell(TOPICS), BACK_MS, true))
    setInterval(() => {
      if (source && Date.now() - heardAt > SILENT_MS) again()
      const mayMiss = !isLive.value || isOffline()
      if (mayMiss && document.visibilityState === 'visible') tell(TOPICS)
    }, POLL_MS)
  }

  function listen(listener: Listener): void {
    begin()
    listeners.add(listener)
    follow()
  }
  function leave(listener: Listener): void {
    listeners.delete(listener)
    follow()
  }
  return { isLive, listen, leave, close }
})

/** Read something again when others change it, as long as this component is there. */
export function useChanged(topics: readonly Topic[], read: () => unknown): void {
  const changes = useChanges()
  const listener = { topics, read }
  onMounted(() => changes.listen(listener))
  onUnmounted(() => changes.leave(listener))
}
