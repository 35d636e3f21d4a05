import { randomUUID } from 'node:crypto'
import Papa from 'papaparse'
import type { z } from 'zod'
import { unitOf } from '#core/exposure/terms'
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
import type { Sample, SampleBody } from '#shared/sampling/schema'
import { record, type Actor } from '../actor'
import { scopeOf } from '../shop/shop'
import { inPool } from '#server/heavy/pool'
import { dayFault, keyOf } from './day-fault'
import { SAMPLE_COLUMNS } from './sample-file'

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
    await record(db, actor, 'samples_exported', 'site', actor.site, { rows: rows.length })
    return Papa.unparse(rows, {
      columns: [...SAMPLE_COLUMNS],
      newline: '\r\n',
      escapeFormulae: true,
    })
  })
}

/**
 * Show what a file would add, or add exactly that; nothing while one row is broken. A part that is on file already counts once.
 * The file is read in another thread, between two transactions: whatever is put on file meanwhile calls for another look.
 */
export async function importSamples(
  actor: Actor,
  body: z.output<typeof importBody>,
): Promise<ImportPreview> {
  if (body.format !== 'csv') throw fieldError('format', 'Samples are read from CSV.')
  const { onFile, today } = await inOrganisation(actor.organisation, async (db) => ({
    onFile: await allSamples(db, actor.site),
    today: (await scopeOf(db, actor)).today,
  }))
  const plan = await inPool('planSamples', actor.person, { text: body.text, onFile, today })
  const { rows, header } = plan
  if (!body.apply) return { rows, header, applied: 0 }
  const broken = rows.filter((row) => row.state === 'broken').length
  if (header.length > 0) throw fieldError('text', header[0]!)
  if (broken > 0) throw fieldError('text', `${broken} rows are broken. Nothing was taken over.`)
  const applied = await inOrganisation(actor.organisation, async (db) => {
    await lockSamples(db, actor.site)
    const now = await allSamples(db, actor.site)
    if (now.length !== onFile.length || now.some(({ id }, i) => id !== onFile[i]!.id))
      throw conflict('Samples were put on file meanwhile. Look at the preview again.', 'changed')
    const count = await insertSamples(
      db,
      {
        organisation: actor.organisation,
        site: actor.site,
        person: actor.person,
        at: actor.now,
        rehearsal: actor.rehearsal,
      },
      plan.fresh,
    )
    if (count > 0) await record(db, actor, 'samples_imported', 'site', actor.site, { rows: count })
    return count
  })
  return { rows, header, applied }
}
