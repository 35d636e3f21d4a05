import type { Ref } from 'vue'
import type { z } from 'zod'
import type { PermitAction } from '#core/permit/lifecycle'
import { permitRoutes } from '#shared/permit/routes'
import type { extendBody, Permit, PermitStep, signBody } from '#shared/permit/schema'
import type { hotPartBody, lookedSchema } from '#shared/permit/round'
import { useShift } from '~/stores/shift'
import { call, type Input } from '~/composables/api'
import { sendOrKeep } from '~/composables/offline/queue'
import { useEventIds } from '~/composables/event-id'

type HotPartEntry = Omit<z.input<typeof hotPartBody>, 'eventId'>
export interface ActionEntry {
  pin?: string
  note?: string
  watchAbsent?: true
  detectorsBack?: true
}
type SignEntry = Omit<z.input<typeof signBody>, 'eventId'>
type ExtendEntry = Omit<z.input<typeof extendBody>, 'eventId'>
export interface RoundEntry {
  looked?: z.input<typeof lookedSchema>[]
  note?: string
  madeBy?: string
  pin?: string
}

/** What can be done to a permit; what a step changed is laid over what was read. */
export function usePermitActions(permit: Ref<Permit | null>, reload: () => Promise<void>) {
  const shift = useShift()
  const { once, seen } = useEventIds()
  watch(permit, (now) => seen(now?.events.map((event) => event.id) ?? []))

  async function step(
    kind: string,
    entry: unknown,
    send: (eventId: string) => Promise<PermitStep>,
  ) {
    const changed = await once(kind, entry, send)
    permit.value = { ...permit.value!, ...changed }
    void shift.load()
    void reload()
  }

  /** As `step`; without a signal it is kept on this device, and true is answered. */
  async function stepOrKept<C extends typeof permitRoutes.round | typeof permitRoutes.hotPart>(
    kind: string,
    entry: object,
    route: C,
    says: string,
  ): Promise<boolean> {
    const { id, number } = permit.value!
    const about = { subject: id, says: `${says}, permit ${number}`, link: `/watch/${id}` }
    const sent = await once(kind, entry, (eventId) =>
      sendOrKeep(route, { params: params(), body: { eventId, ...entry } } as Input<C>, about),
    )
    if ('kept' in sent) return true
    permit.value = { ...permit.value!, ...sent.answer }
    void shift.load()
    void reload()
    return false
  }
  const params = () => ({ id: permit.value!.id })
  return {
    act: (action: PermitAction, entry: ActionEntry = {}) =>
      step('act', { action, ...entry }, (eventId) =>
        call(permitRoutes.actOnPermit, { params: params(), body: { eventId, action, ...entry } }),
      ),
    sign: (entry: SignEntry) =>
      step('sign', { ...entry, pin: null }, (eventId) =>
        call(permitRoutes.signPermit, { params: params(), body: { eventId, ...entry } }),
      ),
    override: (code: string, reason: string) =>
      step('override', { code, reason }, (eventId) =>
        call(permitRoutes.overridePermit, { params: params(), body: { eventId, code, reason } }),
      ),
    /** Signed by PIN it is sent at once or not at all: no PIN is kept on a device. */
    round: (entry: RoundEntry) =>
      entry.pin
        ? step('round', entry, (eventId) =>
            call(permitRoutes.round, { params: params(), body: { eventId, ...entry } }),
          )
        : stepOrKept('round', entry, permitRoutes.round, 'Round'),
    hotPart: (entry: HotPartEntry) =>
      stepOrKept('hot_part', entry, permitRoutes.hotPart, 'Left hot'),
    extend: (entry: ExtendEntry) =>
      step('extend', { validTo: entry.validTo }, (eventId) =>
        call(permitRoutes.extendPermit, { params: params(), body: { eventId, ...entry } }),
      ),
    changeOperator: (personId: string, pin: string) =>
      step('operator', { personId }, (eventId) =>
        call(permitRoutes.changeOperator, { params: params(), body: { eventId, personId, pin } }),
      ),
    handOver: (personId: string, pin: string) =>
      step('hand_over', { personId }, (eventId) =>
        call(permitRoutes.handOver, { params: params(), body: { eventId, personId, pin } }),
      ),
  }
}
