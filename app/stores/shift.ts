import { defineStore } from 'pinia'
import { shopRoutes } from '#shared/shop/routes'
import type { Shift } from '#shared/shop/schema'
import { useSignIn } from '~/stores/sign-in'
import { call } from '~/composables/api'
import { setServerClock } from '~/composables/clock'
import { useSignal } from '~/composables/offline/signal'
import { keptAtOf } from '~/composables/offline/answers'
import { keepAhead } from '~/composables/permit/ahead'

/** What the shift bar shows. Kept when the connection drops: the watch goes on counting. */
export const useShift = defineStore('shift', () => {
  const shift = ref<Shift | null>(null)
  const isRefused = ref(false)
  const { offlineSince } = useSignal()
  const offline = computed(() => isRefused.value || offlineSince.value !== null)

  async function load(): Promise<void> {
    // At a booth only the own card is served, to a lead without a second factor only the account.
    const signIn = useSignIn()
    if (signIn.atBooth || signIn.me?.lacksFactor) return
    try {
      shift.value = await call(shopRoutes.shift, {})
      setServerClock(shift.value, keptAtOf(shift.value))
      isRefused.value = false
      if (keptAtOf(shift.value) === undefined) void keepAhead(shift.value.running)
    } catch {
      isRefused.value = true
    }
  }
  return { shift, offline, load }
})
