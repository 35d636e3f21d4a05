import type { Ref } from 'vue'
import type { PermitAction } from '#core/permit/lifecycle'
import { routes } from '#shared/api/routes'
import type { Permit } from '#shared/permit/schema'
import { useShift } from '~/stores/shift'
import { call } from './api'

/** What can be done to a permit. Each try carries an id of its own, kept over a retry, so that nothing happens twice. */
export function usePermitActions(permit: Ref<Permit | null>) {
  const shift = useShift()
  const ids = new Map<string, string>()

  async function once(key: string, send: (eventId: string) => Promise<Permit>): Promise<void> {
    const eventId = ids.get(key) ?? crypto.randomUUID()
    ids.set(key, eventId)
    permit.value = await send(eventId)
    ids.delete(key)
    void shift.load()
  }
  const params = () => ({ id: permit.value!.id })
  return {
    act: (action: PermitAction, entry: { pin?: string; note?: string } = {}) =>
      once(`act ${action}`, (eventId) =>
        call(routes.actOnPermit, { params: params(), body: { eventId, action, ...entry } }),
      ),
    sign: (as: 'operator' | 'fire_watch', pin: string) =>
      once(`sign ${as}`, (eventId) =>
        call(routes.signPermit, { params: params(), body: { eventId, as, pin } }),
      ),
    override: (code: string, reason: string) =>
      once(`override ${code}`, (eventId) =>
        call(routes.overridePermit, { params: params(), body: { eventId, code, reason } }),
      ),
    round: (note?: string) =>
      once('round', (eventId) =>
        call(routes.round, { params: params(), body: { eventId, ...(note && { note }) } }),
      ),
  }
}
