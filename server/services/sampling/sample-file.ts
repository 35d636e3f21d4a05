import { randomUUID } from 'node:crypto'
import { unitOf, type Substance } from '#core/exposure/terms'
import type { ImportPreview } from '#shared/files/schema'
import { sampleBody, type SampleBody } from '#shared/sampling/schema'
import { numberOf, readTable, rowState } from '../files/table'
import { dayFault, dayOf, keyOf } from './day-fault'

/** Columns of the CSV form. `unit` is asked for so that a laboratory's µg are not taken for mg. */
const NEEDED = [
  'date',
  'kind',
  'group',
  'who',
  'task',
  'substance',
  'minutes',
  'value',
  'unit',
  'reference',
] as const
export const SAMPLE_COLUMNS = [
  ...NEEDED,
  'start',
  'pump',
  'shift_minutes',
  'under_detection',
  'rest',
] as const

export interface SamplePlan {
  rows: ImportPreview['rows']
  /** What is wrong with the headings. */
  header: string[]
  /** Rows that are neither broken nor on file. */
  fresh: (SampleBody & { id: string })[]
}

/** What a file of samples would add to those on file. */
export function planSamples({
  text,
  onFile,
  today,
}: {
  text: string
  onFile: readonly SampleBody[]
  today: string
}): SamplePlan {
  const { lines, wrong } = readTable(text, NEEDED, SAMPLE_COLUMNS)
  const known = new Set(onFile.map(keyOf))
  const days = new Map<string, SampleBody[]>()
  const partsOf = (sample: SampleBody): SampleBody[] => days.get(dayOf(sample)) ?? []
  const add = (sample: SampleBody): void => {
    days.set(dayOf(sample), [...partsOf(sample), sample])
  }
  onFile.forEach(add)
  const fresh: SamplePlan['fresh'] = []
  const rows = (wrong.length > 0 ? [] : lines).map(({ line, values, fault }) => {
    const faults = fault ? [{ field: '', message: fault }] : []
    const read = sampleBody.safeParse(toBody(values))
    if (!read.success)
      faults.push(
        ...read.error.issues.map((issue) => ({
          field: issue.path.join('.'),
          message: issue.message,
        })),
      )
    const unit = read.success ? unitFault(read.data.substance, values.unit ?? '') : null
    if (unit) faults.push({ field: 'unit', message: unit })
    if (read.success && !known.has(keyOf(read.data))) {
      const ofDay = dayFault(read.data, partsOf(read.data), today)
      if (ofDay) faults.push(ofDay)
      else add(read.data)
    }
    const sample = faults.length === 0 && read.success ? read.data : null
    const state = rowState(sample === null, sample !== null && known.has(keyOf(sample)))
    if (sample) known.add(keyOf(sample))
    if (sample && state === 'new') fresh.push({ ...sample, id: randomUUID() })
    const name = `${values.date ?? ''} ${values.who ?? ''} ${values.substance ?? ''}`.trim()
    return { line, name, faults, state }
  })
  return { rows, header: wrong, fresh }
}

function toBody(values: Record<string, string>): unknown {
  const yes = (values.under_detection ?? '').trim().toLowerCase()
  return {
    on: values.date,
    kind: values.kind,
    group: values.group,
    who: values.who,
    task: values.task,
    pump: values.pump ?? '',
    substance: values.substance,
    startsAt: values.start?.trim() || null,
    minutes: numberOf(values.minutes),
    shiftMinutes: values.shift_minutes ? numberOf(values.shift_minutes) : 480,
    value: numberOf(values.value),
    underDetection: yes === 'yes' || yes === 'true' || yes === '<',
    rest: values.rest || 'as_sampled',
    reference: values.reference,
    jobId: null,
  }
}

/** Another unit is refused, never converted in silence: the file is put right where it was made. */
function unitFault(substance: Substance, unit: string): string | null {
  const written = unit.trim().toLowerCase().replace('³', '3').replace('^', '')
  return written === unitOf(substance)
    ? null
    : `${unitOf(substance)} is needed for this substance, the file says "${unit}".`
}
