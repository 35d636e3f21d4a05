import type { Ref } from 'vue'
import { metersOf, type MeterKind } from '#core/inspection/calibration'
import { inSentence } from '#core/finding/wording'
import { outsideText, type LineResult, type Mark } from '#core/inspection/inspection'
import type { ChecklistLine } from '#core/inspection/line'
import { useKeptDraft } from '~/composables/kept-draft'

export interface LineEntry {
  mark?: Mark
  note: string
  reading: number | null
  /** Kept on this device until the list is sent. */
  photo: string | null
}
export interface Entries {
  lines: Record<string, LineEntry>
  /** By what readings are taken, of the register; null: by another. */
  meters: Partial<Record<MeterKind, string | null>>
  /** What was repaired, where locked gear comes back. */
  repairNote: string
  /** The line that is asked for, where they come one by one; past the last one the summary. */
  at: number
  seconds: number
}

/** A pause longer than this is none of the work, s. */
const LONGEST_PAUSE = 60

/**
 * A checklist as it is filled in: line by line or all at once, kept on the device after every touch, so that it goes on at the
 * line where a battery died.
 * @param key under which it is kept
 */
export function useFilledList(key: string, checklist: readonly ChecklistLine[]) {
  const blank = (): Entries => ({
    lines: Object.fromEntries(
      checklist.map((line) => [line.id, { note: '', reading: null, photo: null } as LineEntry]),
    ),
    meters: {},
    repairNote: '',
    at: 0,
    seconds: 0,
  })
  const entries: Ref<Entries> = ref(blank())
  const kept = useKeptDraft(key, entries)
  kept.begin(blank())

  const missing = ref<Record<string, string>>({})
  const entryOf = (line: ChecklistLine): LineEntry => entries.value.lines[line.id]!
  const isRead = ({ reading }: LineEntry): boolean => reading !== null && !Number.isNaN(reading)

  let touched = Date.now()
  function mark(line: ChecklistLine, as: Mark): void {
    const now = Date.now()
    // A clock that is set back meanwhile takes nothing away.
    entries.value.seconds += Math.max(0, Math.min(LONGEST_PAUSE, (now - touched) / 1000))
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

  /** Whether every line can be sent; what is lacking is told at each. */
  function isWhole(): boolean {
    missing.value = Object.fromEntries(
      checklist.flatMap((line) => {
        const lacks = wants(line)
        return lacks ? [[line.id, lacks]] : []
      }),
    )
    return Object.keys(missing.value).length === 0
  }

  /** The lines as they are sent. */
  const results = (): LineResult[] =>
    checklist.map((line) => {
      const { mark: as, note, reading, photo } = entryOf(line)
      return {
        id: line.id,
        mark: as!,
        ...(note.trim() && { note: note.trim() }),
        ...(reading !== null && as !== 'na' && { reading }),
        ...(photo && as !== 'na' && { photo }),
      }
    })

  const seconds = (): number => Math.round(entries.value.seconds)

  /** It is on the server: nothing is kept here any more. */
  function settle(): void {
    entries.value = blank()
    kept.settle()
  }

  return {
    checklist,
    meterKinds: metersOf(checklist),
    entries,
    restored: kept.restored,
    missing,
    mark,
    fails,
    wants,
    passTheRest,
    isWhole,
    results,
    seconds,
    settle,
  }
}
export type FilledList = ReturnType<typeof useFilledList>
