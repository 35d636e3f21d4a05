import type { Ref } from 'vue'
import type { PermitAction } from '#core/permit/lifecycle'
import { permitRoutes } from '#shared/permit/routes'
import type { Permit, PermitStep, Signer } from '#shared/permit/schema'
import { useShift } from '~/stores/shift'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'

/** What can be done to a permit; what a step changed is laid over what was read. */
export function usePermitActions(permit: Ref<Permit | null>, reload: () => Promise<void>) {
  const shift = useShift()
  const { once } = useEventIds()

  async function step(entry: unknown, send: (eventId: string) => Promise<PermitStep>) {
    const changed = await once(entry, send)
    permit.value = { ...permit.value!, ...changed }
    void shift.load()
    void reload()
  }
  const params = () => ({ id: permit.value!.id })
  return {
    act: (action: PermitAction, entry: { pin?: string; note?: string } = {}) =>
      step(['act', action, entry], (eventId) =>
        call(permitRoutes.actOnPermit, { params: params(), body: { eventId, action, ...entry } }),
      ),
    sign: (as: Signer, pin: string) =>
      step(['sign', as, pin], (eventId) =>
        call(permitRoutes.signPermit, { params: params(), body: { eventId, as, pin } }),
      ),
    override: (code: string, reason: string) =>
      step(['override', code, reason], (eventId) =>
        call(permitRoutes.overridePermit, { params: params(), body: { eventId, code, reason } }),
      ),
    round: (note?: string) =>
      step(['round', note], (eventId) =>
        call(permitRoutes.round, { params: params(), body: { eventId, ...(note && { note }) } }),
      ),
  }
}
