import type { Occasion } from '#core/inspection/occasion'
import { inspectionRoutes } from '#shared/inspection/routes'
import { inspectionBody, type Gear } from '#shared/inspection/schema'
import { useEventIds } from '~/composables/event-id'
import { sendOrKeep } from '~/composables/offline/queue'
import { useFilledList } from '~/composables/inspection/filled-list'
import { useKeptPhotos } from '~/composables/photo/kept'
import { useSubmit } from '~/composables/submit'
import { useGearKinds } from '~/stores/gear-kinds'
import { useShift } from '~/stores/shift'

/** An inspection of one piece of gear as it is filled in and logged. Its photos are sent first. */
export function useInspection(gear: Gear, occasion: Occasion) {
  const events = useEventIds()
  const photos = useKeptPhotos()
  const shift = useShift()
  const { busy, errors, message, submit } = useSubmit()
  const list = useFilledList(
    `inspection-${gear.id}-${occasion}`,
    useGearKinds().linesOf(gear, occasion),
  )

  const about = {
    subject: gear.id,
    says: `Look at ${gear.label}`,
    link: `/gear/${gear.kind}/${gear.id}`,
  }

  async function log(): Promise<string | null> {
    if (!list.isWhole()) {
      message.value = 'Look at the lines marked.'
      return null
    }
    const parsed = inspectionBody.safeParse(bodyNow())
    if (!parsed.success) {
      message.value = parsed.error.issues[0]!.message
      return null
    }
    const taken = list.results().flatMap(({ photo }) => (photo ? [photo] : []))
    const done = await submit(async () => {
      await photos.sendOrKeepAll(gear, taken, about)
      return events.once('inspection', { of: gear.id, body: parsed.data }, (id) =>
        sendOrKeep(
          inspectionRoutes.inspect,
          { params: { kind: gear.kind, id: gear.id }, body: { ...parsed.data, id } },
          about,
        ),
      )
    })
    if (!done) return null
    const locks = list.checklist.some((line) => line.critical && list.fails(line))
    list.settle()
    void photos.drop(taken)
    void shift.load()
    if ('answer' in done) return done.answer.result
    return locks ? 'keptLocked' : 'kept'
  }

  function bodyNow() {
    const { repairNote, meters } = list.entries.value
    return {
      occasion,
      seconds: list.seconds(),
      lines: list.results(),
      meters,
      ...(repairNote.trim() && { repairNote }),
    }
  }

  return { list, busy, errors, message, log }
}
