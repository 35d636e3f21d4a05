import { useIntervalFn } from '@vueuse/core'
import type { ComputedRef } from 'vue'

/** The server's clock as this page last heard it: offsets, so that a wrong clock on a phone does no harm. */
const heard = shallowRef({ server: Date.now(), local: Date.now(), factor: 1 })
const tick = ref(Date.now())

/** @param heardAt by this device's clock, ms; of an answer that this device kept it is longer ago */
export function setServerClock(
  clock: { now: string; factor: number },
  heardAt: number = Date.now(),
): void {
  heard.value = { server: Date.parse(clock.now), local: heardAt, factor: clock.factor }
  tick.value = Date.now()
}

/** Server time now, ms, moving every half second; and the rehearsal factor. */
export function useServerClock(): { now: ComputedRef<number>; factor: ComputedRef<number> } {
  useIntervalFn(() => {
    tick.value = Date.now()
  }, 500)
  return {
    now: computed(() => heard.value.server + (tick.value - heard.value.local) * heard.value.factor),
    factor: computed(() => heard.value.factor),
  }
}

/** Server time at this moment, ms. */
export const serverNow = (): number =>
  heard.value.server + (Date.now() - heard.value.local) * heard.value.factor

/** 1:02:03, or 12:34 under an hour. */
export function clockText(ms: number): string {
  const seconds = Math.max(0, Math.ceil(ms / 1000))
  const parts = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
  const shown = parts[0]! > 0 ? parts : parts.slice(1)
  return shown.map((part, i) => (i === 0 ? String(part) : String(part).padStart(2, '0'))).join(':')
}
