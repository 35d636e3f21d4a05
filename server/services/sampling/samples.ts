import { randomUUID } from 'node:crypto'
import Papa from 'papaparse'
import type { z } from 'zod'
import { unitOf, type Substance } from '#core/exposure/terms'
import { faultOfDay, type DayFault } from '#core/sampling/parts'
import { inOrganisation } from '#server/db/pool'
import type { Page, PageQuery } from '#server/db/page'
import { findJob } from '#server/db/job'
import {
  allSamples,
  insertSamples,
  listSamples,
  lockSamples,
  partsOnDay,
  removeSample,
  type SampleOrder,
} from '#server/db/sample'
import { conflict, fieldError, notFound } from '#server/errors'
import type { importBody, ImportPreview } from '#shared/files/schema'
import { sampleBody, type Sample, type SampleBody } from '#shared/sampling/schema'
import { record, type Actor } from '../actor'
import { numberOf, readTable, rowState } from '../files/table'
import { scopeOf } from '../shop/shop'
import { timedPart } from './days'

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
const COLUMNS = [...NEEDED, 'start', 'pump', 'shift_minutes', 'under_detection', 'rest'] as const

export const readSamples = (
  actor: Actor,
  query: PageQuery & { sort: SampleOrder },
): Promise<Page<Sample>> =>
  inOrganisation(actor.organisation, (db) => listSamples(db, actor.site, query))

export function addSample(actor: Actor, body: SampleBody): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    if (body.jobId && !(await findJob(db, body.jobId)))
      throw fieldError('jobId', 'There is no such job.')
    const { today } = await scopeOf(db, actor)
    await lockSamples(db, actor.site)
    const onFile = await partsOnDay(db, actor.site, body)
    if (onFile.some((sample) => keyOf(sample) === keyOf(body)))
      throw conflict('This part of this day is already on file.', 'known')
    const fault = dayFault(body, onFile, today)
    if (fault) throw fieldError(fault.field, fault.message)
    const id = randomUUID()
    await insertSamples(
      db,
      {
        organisation: actor.organisation,
        site: actor.site,
        person: actor.person,
        at: actor.now,
        rehearsal: actor.rehearsal,
      },
      [{ ...body, id }],
    )
    await record(db, actor, 'sample_logged', 'sample', id, {
      on: body.on,
      substance: body.substance,
      reference: body.reference,
    })
    return { id }
  })
}

export function takeOut(actor: Actor, id: string): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await removeSample(db, id))) throw notFound('sample')
    await record(db, actor, 'sample_removed', 'sample', id)
  })
}

export function exportSamples(actor: Actor): Promise<string> {
  return inOrganisation(actor.organisation, async (db) => {
    const rows = (await allSamples(db, actor.site)).map((sample) => ({
      date: sample.on,
      kind: sample.kind,
      group: sample.group,
      who: sample.who,
      task: sample.task,
      pump: sample.pump,
      substance: sample.substance,
      start: sample.startsAt ?? '',
      minutes: sample.minutes,
      shift_minutes: sample.shiftMinutes,
      value: sample.value,
      unit: unitOf(sample.substance),
      under_detection: sample.underDetection ? 'yes' : 'no',
      rest: sample.rest,
      reference: sample.reference,
    }))
    return Papa.unparse(rows, { columns: [...COLUMNS], newline: '\r\n', escapeFormulae: true })
  })
}

/** Show what a file would add, or add exactly that; nothing while one row is broken. A part that is on file already counts once. */
export function importSamples(
  actor: Actor,
  body: z.output<typeof importBody>,
): Promise<ImportPreview> {
  return inOrganisation(actor.organisation, async (db) => {
    if (body.format !== 'csv') throw fieldError('format', 'Samples are read from CSV.')
    const { lines, wrong } = readTable(body.text, NEEDED, COLUMNS)
    if (body.apply) await lockSamples(db, actor.site)
    const onFile = await allSamples(db, actor.site)
    const known = new Set(onFile.map(keyOf))
    const days = new Map<string, SampleBody[]>()
    const partsOf = (sample: SampleBody): SampleBody[] => days.get(dayOf(sample)) ?? []
    const add = (sample: SampleBody): void => {
      days.set(dayOf(sample), [...partsOf(sample), sample])
    }
    onFile.forEach(add)
    const { today } = await scopeOf(db, actor)
    const rows = (wrong.length > 0 ? [] : lines).map(({ line, values, fault }) => {
      const faults: { field: string; message: string }[] = fault
        ? [{ field: '', message: fault }]
        : []
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
        const fault = dayFault(read.data, partsOf(read.data), today)
        if (fault) faults.push(fault)
        else add(read.data)
      }
      const sample = faults.length === 0 && read.success ? { ...read.data, id: randomUUID() } : null
      const state = rowState(sample === null, sample !== null && known.has(keyOf(sample)))
      if (sample) known.add(keyOf(sample))
      return {
        row: {
          line,
          name: `${values.date ?? ''} ${values.who ?? ''} ${values.substance ?? ''}`.trim(),
          faults,
          state,
        },
        sample,
      }
    })
    let applied = 0
    if (body.apply) {
      const broken = rows.filter((entry) => entry.row.state === 'broken').length
      if (wrong.length > 0) throw fieldError('text', wrong[0]!)
      if (broken > 0) throw fieldError('text', `${broken} rows are broken. Nothing was taken over.`)
      applied = await insertSamples(
        db,
        {
          organisation: actor.organisation,
          site: actor.site,
          person: actor.person,
          at: actor.now,
          rehearsal: actor.rehearsal,
        },
        rows.flatMap((entry) => (entry.row.state === 'new' ? [entry.sample!] : [])),
      )
      await record(db, actor, 'samples_imported', 'site', actor.site, { rows: applied })
    }
    return { rows: rows.map((entry) => entry.row), header: wrong, applied }
  })
}

const dayOf = ({ on, who, kind, substance }: SampleBody): string =>
  JSON.stringify([on, who, kind, substance])

const FAULT: Record<DayFault, (minutes: number) => { field: string; message: string }> = {
  moreThanDay: (minutes) => ({
    field: 'minutes',
    message: `With the ${minutes} min on file this day would have more than 24 h.`,
  }),
  overlap: () => ({
    field: 'startsAt',
    message:
      'It overlaps with a part on file. Two pumps at the same time are not two parts: keep one, or put the times right.',
  }),
  startNeeded: (minutes) => ({
    field: 'startsAt',
    message: `With the ${minutes} min on file this is more than the shift: say when each part began.`,
  }),
}

/** A part of a day that has not come, or that cannot be one of its day. */
function dayFault(
  sample: SampleBody,
  onFile: readonly SampleBody[],
  today: string,
): { field: string; message: string } | null {
  if (sample.on > today) return { field: 'on', message: 'This day has not come yet.' }
  const fault = faultOfDay([...onFile, sample].map(timedPart))
  return fault && FAULT[fault](onFile.reduce((sum, part) => sum + part.minutes, 0))
}

const keyOf = (sample: {
  reference: string
  on: string
  who: string
  task: string
  substance: string
  startsAt: string | null
  minutes: number
}): string =>
  JSON.stringify([
    sample.reference,
    sample.on,
    sample.who,
    sample.task,
    sample.substance,
    sample.startsAt,
    sample.minutes,
  ])

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
