import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import { PARTS, type Composition } from '#core/fume/composition'
import { insertConsumable, listConsumables, retireConsumable } from '#server/db/air'
import { inOrganisation, type Db } from '#server/db/pool'
import { fieldError, notFound } from '#server/errors'
import { compositionSchema, type OwnConsumable } from '#shared/fume/schema'
import { type importBody, type ImportPreview } from '#shared/files/schema'
import { record, type Actor } from '../actor'
import { numberOf, readTable, rowState } from '../files/table'

/** Columns of the CSV form; each part is a mass fraction from 0 to 1. The JSON form is an array of the same with `parts` as an object. */
const COLUMNS = ['name', 'process', 'alloy', 'fume', 'of', 'reference'] as const

export const readConsumables = (actor: Actor): Promise<OwnConsumable[]> =>
  inOrganisation(actor.organisation, (db) => listConsumables(db, actor.site))

export function addConsumable(actor: Actor, composition: Composition): Promise<{ id: string }> {
  return inOrganisation(actor.organisation, (db) => insert(db, actor, composition))
}

async function insert(db: Db, actor: Actor, composition: Composition): Promise<{ id: string }> {
  const id = randomUUID()
  await insertConsumable(db, {
    id,
    organisation: actor.organisation,
    site: actor.site,
    person: actor.person,
    composition,
    at: actor.now,
    rehearsal: actor.rehearsal,
  })
  await record(db, actor, 'consumable_added', 'consumable', id, {
    name: composition.name,
    reference: composition.reference,
  })
  return { id }
}

export function setRetired(actor: Actor, id: string, retired: boolean): Promise<void> {
  return inOrganisation(actor.organisation, async (db) => {
    if (!(await retireConsumable(db, id, retired))) throw notFound('consumable')
    await record(
      db,
      actor,
      retired ? 'consumable_retired' : 'consumable_brought_back',
      'consumable',
      id,
    )
  })
}

/** Show what a file would add, or add exactly that; nothing while one row is broken. Names that are there already are left as they are. */
export function importConsumables(
  actor: Actor,
  body: z.output<typeof importBody>,
): Promise<ImportPreview> {
  return inOrganisation(actor.organisation, async (db) => {
    const { entries, wrong } = body.format === 'csv' ? fromCsv(body.text) : fromJson(body.text)
    const known = new Set(
      (await listConsumables(db, actor.site)).map((row) => row.composition.name.toLowerCase()),
    )
    const seen = new Set<string>()
    const rows = entries.map(({ line, value, fault }) => {
      const read = compositionSchema.safeParse(value)
      const name = String((value as { name?: unknown }).name ?? '')
      const key = name.toLowerCase()
      const issues = (read.error?.issues ?? []).map((issue) => ({
        field: issue.path.join('.'),
        message: issue.message,
      }))
      const faults = fault ? [{ field: '', message: fault }] : issues
      if (faults.length === 0 && seen.has(key))
        faults.push({ field: 'name', message: 'This name stands in the file twice.' })
      seen.add(key)
      return {
        row: {
          line,
          name,
          faults,
          state: rowState(faults.length > 0, known.has(key)),
        },
        composition: read.success ? (read.data as Composition) : null,
      }
    })
    const broken = rows.filter((entry) => entry.row.state === 'broken').length
    let applied = 0
    if (body.apply) {
      if (wrong.length > 0) throw fieldError('text', wrong[0]!)
      if (broken > 0) throw fieldError('text', `${broken} rows are broken. Nothing was taken over.`)
      for (const { row, composition } of rows)
        if (row.state === 'new') {
          await insert(db, actor, composition!)
          applied++
        }
    }
    return { rows: rows.map((entry) => entry.row), header: wrong, applied }
  })
}

interface Entry {
  line: number
  value: unknown
  fault: string | null
}

function fromCsv(text: string): { entries: Entry[]; wrong: string[] } {
  const parts = new Map(PARTS.map((part) => [part.toLowerCase(), part]))
  const { lines, wrong } = readTable(text, COLUMNS, [...COLUMNS, ...parts.keys()])
  if (wrong.length > 0) return { entries: [], wrong }
  const entries = lines.map(({ line, values, fault }) => {
    const { name, process, alloy, of, reference } = values
    return {
      line,
      fault,
      value: {
        name,
        process,
        alloy,
        of,
        reference,
        fume: numberOf(values.fume),
        parts: Object.fromEntries(
          [...parts].flatMap(([column, part]) =>
            values[column] === undefined || values[column].trim() === ''
              ? []
              : [[part, numberOf(values[column])]],
          ),
        ),
      },
    }
  })
  return { entries, wrong }
}

function fromJson(text: string): { entries: Entry[]; wrong: string[] } {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { entries: [], wrong: ['This is not JSON.'] }
  }
  if (!Array.isArray(value))
    return { entries: [], wrong: ['The file holds a list of consumables in square brackets.'] }
  return {
    entries: value.map((entry, i) => ({ line: i + 1, value: entry ?? {}, fault: null })),
    wrong: [],
  }
}
