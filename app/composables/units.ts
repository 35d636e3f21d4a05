import { useLocalStorage } from '@vueuse/core'
import type { WritableComputedRef } from 'vue'
import type { Units } from '#shared/units/systems'
import { useSignIn } from '~/stores/sign-in'

/** Units that this person reads: their own choice on this device, else the site's. */
export function useUnits(): WritableComputedRef<Units> {
  const signIn = useSignIn()
  const own = useLocalStorage<Units | ''>('zonaris-units', '')
  return computed({
    get: () => own.value || signIn.me?.site.units || 'us',
    set: (value) => {
      own.value = value
    },
  })
}
