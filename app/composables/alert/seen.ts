import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import type { Ref } from 'vue'
import { alertRoutes } from '#shared/alert/routes'
import { call } from '~/composables/api'

/** A watch that is on a screen says so this often, ms. */
const EVERY_MS = 30_000

/** Tell the server that the watch of a permit is on this screen, so that it calls people when it no longer is. */
export function useWatchSeen(permit: Readonly<Ref<string | null>>): void {
  const device = useLocalStorage('zonaris-device', () => crypto.randomUUID())
  async function tell(): Promise<void> {
    if (permit.value === null || document.visibilityState !== 'visible') return
    await call(alertRoutes.watchSeen, {
      params: { id: permit.value },
      body: { device: device.value },
      // Nobody hears it: the server calls people where it does not.
    }).catch(() => null)
  }
  useIntervalFn(tell, EVERY_MS)
  watch(permit, tell, { immediate: true })
}
