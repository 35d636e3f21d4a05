import { beginQueue } from '~/composables/offline/queue'

/** What is entered without a signal is sent when it is back; pages open without one from the second visit on. */
export default defineNuxtPlugin(() => {
  beginQueue()
  if (!import.meta.dev && 'serviceWorker' in navigator)
    void navigator.serviceWorker.register('/sw.js').catch(() => undefined)
})
