import { inSentence } from '#core/finding/wording'
import { outsideText, type Mark } from '#core/inspection/inspection'
import type { ChecklistLine } from '#core/inspection/line'
import type { Occasion } from '#core/inspection/occasion'
import { inspectionRoutes } from '#shared/inspection/routes'
import { inspectionBody, type Gear } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useKeptDraft } from '~/composables/kept-draft'
import { useKeptPhotos } from '~/composables/photo/kept'
import { useSubmit } from '~/composables/submit'
import { useGearKinds } from '~/stores/gear-kinds'
import { useShift } from '~/stores/shift'

export interface LineEntry {
  mark?: Mark
  note: string
  reading: number | null
  /** Kept on this device until the look is logged. */
  photo: string | null
}

/** A pause longer than this is none of the work, s. */
const LONGEST_PAUSE = 60

/**
 * An inspection as it is filled in: line by line or all at once, kept on the device after every touch, so that it goes on at the
 * line where a battery died.
 */
export function useInspection(gear: Gear, occasion: Occasion) {
  const events = useEventIds()
  const photos = useKeptPhotos()
  const shift = useShift()
  const { busy, errors, message, submit } = useSubmit()
  const checklist = useGearKinds().linesOf(gear, occasion)

  const blank = () => ({
    lines: Object.fromEntries(
      checklist.map((line) => [line.id, { note: '', reading: null, photo: null } as LineEntry]),
    ),
    repairNote: '',
    /** The line that is asked for, where they come one by one; past the last one the summary. */
    at: 0,
    seconds: 0,
  })
  const entries = ref(blank())
  const kept = useKeptDraft(`inspection-${gear.id}-${occasion}`, entries)
  kept.begin(blank())

  const missing = ref<Record<string, string>>({})
  const entryOf = (line: ChecklistLine): LineEntry => entries.value.lines[line.id]!
  const isRead = ({ reading }: LineEntry): boolean => reading !== null && !Number.isNaN(reading)

  let touched = Date.now()
  function mark(line: ChecklistLine, as: Mark): void {
    const now = Date.now()
    entries.value.seconds += Math.min(LONGEST_PAUSE, (now - touched) / 1000)
    touched = now
    entryOf(line).mark = as
    delete missing.value[line.id]
  }

  /** Whether a line fails: as it is marked, or by its reading, whatever is marked. */
  function fails(line: ChecklistLine): boolean {
    const { mark: as, reading } = entryOf(line)
    if (as === 'fail') return true
    const isOut = line.measure && reading !== null && outsideText(line.measure, reading) !== null
    return as === 'pass' && Boolean(isOut)
  }

  /** What a line still lacks; null: it can be sent. */
  function wants(line: ChecklistLine): string | null {
    const entry = entryOf(line)
    if (!entry.mark) return 'Answer this line.'
    if (line.measure && entry.mark !== 'na' && !isRead(entry))
      return `Enter the reading: ${inSentence(line.measure.name)}.`
    const failsUnread = entry.mark === 'fail' && !(line.measure && isRead(entry))
    if (failsUnread && !entry.note.trim()) return 'Say what is wrong.'
    return entry.mark === 'pass' && line.photo && !entry.photo ? 'Take a photo of it.' : null
  }

  /** Only lines that neither lock out nor ask for a reading or a photo are passed unseen. */
  function passTheRest(): void {
    for (const line of checklist)
      if (!entryOf(line).mark && !line.critical && !line.measure && !line.photo)
        entryOf(line).mark = 'pass'
  }

  async function log(): Promise<string | null> {
    missing.value = Object.fromEntries(
      checklist.flatMap((line) => {
        const lacks = wants(line)
        return lacks ? [[line.id, lacks]] : []
      }),
    )
    if (Object.keys(missing.value).length > 0) {
      message.value = 'Look at the lines marked.'
      return null
    }
    const parsed = inspectionBody.safeParse(bodyNow())
    if (!parsed.success) {
      message.value = parsed.error.issues[0]!.message
      return null
    }
    const taken = photosTaken()
    const done = await submit(async () => {
      await photos.sendAll(gear, taken)
      return events.once('inspection', { of: gear.id, body: parsed.data }, (id) =>
        call(inspectionRoutes.inspect, {
          params: { kind: gear.kind, id: gear.id },
          body: { ...parsed.data, id },
        }),
      )
    })
    if (!done) return null
    entries.value = blank()
    kept.settle()
    void photos.drop(taken)
    void shift.load()
    return done.result
  }

  const photosTaken = (): string[] =>
    checklist.flatMap((line) => {
      const { mark: as, photo } = entryOf(line)
      return photo && as !== 'na' ? [photo] : []
    })

  const bodyNow = () => ({
    occasion,
    seconds: Math.round(entries.value.seconds),
    lines: checklist.map((line) => {
      const { mark: as, note, reading, photo } = entryOf(line)
      return {
        id: line.id,
        mark: as!,
        ...(note.trim() && { note }),
        ...(reading !== null && as !== 'na' && { reading }),
        ...(photo && as !== 'na' && { photo }),
      }
    }),
    ...(entries.value.repairNote.trim() && { repairNote: entries.value.repairNote }),
  })

  return {
    checklist,
    entries,
    restored: kept.restored,
    missing,
    busy,
    errors,
    message,
    mark,
    fails,
    wants,
    passTheRest,
    log,
  }
}
