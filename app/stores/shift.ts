import { defineStore } from 'pinia'
import { shopRoutes } from '#shared/shop/routes'
import type { Shift } from '#shared/shop/schema'
import { useSignIn } from '~/stores/sign-in'
import { call } from '~/composables/api'
import { setServerClock } from '~/composables/clock'

/** What the shift bar shows. Kept when the connection drops: the watch goes on counting. */
export const useShift = defineStore('shift', () => {
  const shift = ref<Shift | null>(null)
  const offline = ref(false)

  async function load(): Promise<void> {
    // At a booth only the own card is served, to a lead without a second factor only the account.
    const signIn = useSignIn()
    if (signIn.atBooth || signIn.me?.lacksFactor) return
    try {
      shift.value = await call(shopRoutes.shift, {})
      setServerClock(shift.value)
      offline.value = false
    } catch {
      offline.value = true
    }
  }
  return { shift, offline, load }
})
