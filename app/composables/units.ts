import { useLocalStorage } from '@vueuse/core'
import type { WritableComputedRef } from 'vue'
import type { Units } from '#shared/units/units'
import { useSession } from '~/stores/session'

/** Units that this person reads: their own choice on this device, else the site's. */
export function useUnits(): WritableComputedRef<Units> {
  const session = useSession()
  const own = useLocalStorage<Units | ''>('zonaris-units', '')
  return computed({
    get: () => own.value || session.me?.site.units || 'us',
    set: (value) => {
      own.value = value
    },
  })
}
