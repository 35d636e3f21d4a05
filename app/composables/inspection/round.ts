import type { ChecklistLine } from '#core/inspection/line'
import type { Round } from '#core/inspection/round'
import { roundBody, roundRoutes } from '#shared/inspection/round'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useFilledList } from '~/composables/inspection/filled-list'
import { useSubmit } from '~/composables/submit'

/** A round through the shop or a booth as it is filled in and sent. */
export function useRound(round: Round, stationId: string | null, lines: readonly ChecklistLine[]) {
  const events = useEventIds()
  const { busy, message, submit } = useSubmit()
  const list = useFilledList(`round-${round}-${stationId ?? 'shop'}`, lines)

  async function send(): Promise<boolean> {
    if (!list.isWhole()) {
      message.value = 'Look at the lines marked.'
      return false
    }
    const content = {
      round,
      stationId,
      seconds: list.seconds(),
      lines: list.results().map(({ photo: _, ...line }) => line),
    }
    const done = await submit(() =>
      events.once('round', content, (id) =>
        call(roundRoutes.makeRound, { body: roundBody.parse({ ...content, id }) }),
      ),
    )
    if (!done) return false
    list.settle()
    return true
  }

  return { list, busy, message, send }
}
