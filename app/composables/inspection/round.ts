import type { ChecklistLine } from '#core/inspection/line'
import { ROUND_NAME, type Round } from '#core/inspection/round'
import { roundBody, roundRoutes } from '#shared/inspection/round'
import { useEventIds } from '~/composables/event-id'
import { sendOrKeep } from '~/composables/offline/queue'
import { useFilledList } from '~/composables/inspection/filled-list'
import { useSubmit } from '~/composables/submit'

/** A round through the shop or a booth as it is filled in and sent. */
export function useRound(round: Round, stationId: string | null, lines: readonly ChecklistLine[]) {
  const events = useEventIds()
  const { busy, message, submit } = useSubmit()
  const list = useFilledList(`round-${round}-${stationId ?? 'shop'}`, lines)

  /** @returns null where it could not be sent, with a message why */
  async function send(): Promise<'sent' | 'kept' | null> {
    if (!list.isWhole()) {
      message.value = 'Look at the lines marked.'
      return null
    }
    const content = {
      round,
      stationId,
      seconds: list.seconds(),
      lines: list.results().map(({ photo: _, ...line }) => line),
    }
    const about = {
      subject: stationId ?? round,
      says: ROUND_NAME[round],
      link: stationId ? `/rounds/${round}?station=${stationId}` : `/rounds/${round}`,
    }
    const done = await submit(() =>
      events.once('round', content, (id) =>
        sendOrKeep(roundRoutes.makeRound, { body: roundBody.parse({ ...content, id }) }, about),
      ),
    )
    if (!done) return null
    list.settle()
    return 'kept' in done ? 'kept' : 'sent'
  }

  return { list, busy, message, send }
}
