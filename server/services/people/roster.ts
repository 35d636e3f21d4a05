import { createHash, randomUUID } from 'node:crypto'
import Papa from 'papaparse'
import type { z } from 'zod'
import {
  headerErrors,
  readRoster,
  ROSTER_COLUMNS,
  rosterChanges,
  rosterLine,
  type RosterRow,
} from '#core/people/roster'
import { listCourses } from '#server/db/course'
import { inOrganisation, type Db } from '#server/db/pool'
import {
  emailOwners,
  putRoster,
  rosterOf,
  type RosterDbRow,
  type RosterWrite,
} from '#server/db/roster'
import { conflict, fieldError } from '#server/errors'
import type { rosterBody, RosterPreview } from '#shared/people/schema'
import { record, type Actor } from '../actor'
import { scopeOf } from '../shop/shop'

const MOST_ROWS = 10_000

/** The roster as CSV, in the form that import reads back. Text that a spreadsheet would run as a formula is made plain. */
export function exportRoster(actor: Actor): Promise<string> {
  return inOrganisation(actor.organisation, async (db) => {
    const people = (await rosterOf(db, actor.site)).filter((person) => person.active)
    return Papa.unparse(people.map(rosterLine), {
      columns: [...ROSTER_COLUMNS],
      newline: '\r\n',
      escapeFormulae: true,
    })
  })
}

type Row = RosterPreview['rows'][number]
interface Plan {
  rows: Row[]
  writes: RosterWrite[]
  headerErrors: string[]
  fingerprint: string
}

/** Show what a roster file would do, or do exactly that. What is applied is what the preview showed: another file or changed people in between are refused. */
export function importRoster(
  actor: Actor,
  body: z.output<typeof rosterBody>,
): Promise<RosterPreview> {
  return inOrganisation(actor.organisation, async (db) => {
    const plan = await planRoster(db, actor, body.csv)
    const count = (action: Row['action']): number =>
      plan.rows.filter((row) => row.action === action).length
    const preview: RosterPreview = {
      applied: false,
      fingerprint: plan.fingerprint,
      counts: {
        add: count('add'),
        change: count('change'),
        same: count('same'),
        broken: count('broken'),
      },
      headerErrors: plan.headerErrors,
      rows: plan.rows,
    }
    if (!body.apply) return preview
    if (plan.headerErrors.length > 0) throw fieldError('csv', plan.headerErrors[0]!)
    if (body.fingerprint !== plan.fingerprint)
      throw conflict(
        'The file or the people here changed since the preview. Look at it again.',
        'changed',
      )
    if (preview.counts.broken > 0 && !body.leaveOutBroken)
      throw fieldError('csv', `${preview.counts.broken} rows are broken. Nothing was taken over.`)
    const { today } = await scopeOf(db, actor)
    await putRoster(
      db,
      {
        organisation: actor.organisation,
        site: actor.site,
        person: actor.person,
        day: today,
        at: actor.now,
        rehearsal: actor.rehearsal,
      },
      plan.writes,
    )
    await record(db, actor, 'roster_imported', 'site', actor.site, preview.counts)
    return { ...preview, applied: true }
  })
}

async function planRoster(db: Db, actor: Actor, csv: string): Promise<Plan> {
  const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
  })
  if (parsed.data.length > MOST_ROWS) throw fieldError('csv', `At most ${MOST_ROWS} rows at once.`)
  // The library renames a doubled column; the first line itself shows it.
  const header = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { preview: 1 }).data[0] ?? []
  const faults = headerErrors(header)
  const malformed = new Map(
    parsed.errors.flatMap((error) => (error.row === undefined ? [] : [faultOf(error, error.row)])),
  )
  const { today } = await scopeOf(db, actor)
  const courses = (await listCourses(db, actor.site)).map((course) => course.name)
  const read =
    faults.length > 0
      ? []
      : readRoster(
          parsed.data.map((values, i) => ({ line: i + 2, values, malformed: malformed.get(i) })),
          { courses, today },
        )
  const known = new Map(
    (await rosterOf(db, actor.site)).map((person) => [person.number.toLowerCase(), person]),
  )
  const owners = await emailOwners(
    db,
    read.flatMap((row) => row.person?.email ?? []),
  )
  const planned = read.map((row) => planRow(row, known, owners))
  const state = JSON.stringify([csv, [...known.values()], [...owners], courses])
  return {
    rows: planned.map((entry) => entry.row),
    writes: planned.flatMap((entry) => entry.write ?? []),
    headerErrors: faults,
    fingerprint: createHash('sha256').update(state).digest('hex'),
  }
}

/** Row of the data and what is wrong with its form. The library counts the first line for quotation marks only. */
function faultOf(error: Papa.ParseError, row: number): [number, string] {
  if (error.type === 'Quotes') return [row - 1, 'A quotation mark is not closed.']
  return [
    row,
    error.code === 'TooManyFields' ? 'More fields than columns.' : 'Fewer fields than columns.',
  ]
}

function planRow(
  row: RosterRow,
  known: ReadonlyMap<string, RosterDbRow>,
  owners: ReadonlyMap<string, string>,
): { row: Row; write: RosterWrite | null } {
  const base = { line: row.line, number: row.number, name: row.name }
  const broken = (errors: Row['errors']) => ({
    row: { ...base, action: 'broken' as const, changes: [], errors },
    write: null,
  })
  const { person } = row
  if (!person) return broken(row.errors)
  const owner = person.email === null ? undefined : owners.get(person.email)
  if (owner !== undefined && owner.toLowerCase() !== person.number.toLowerCase())
    return broken([{ column: 'email', message: 'Someone else here uses this address.' }])
  const before = known.get(person.number.toLowerCase())
  if (before?.isLead)
    return broken([
      {
        column: 'number',
        message: 'This is a safety lead; leads are changed by hand, never from a file.',
      },
    ])
  const changes = before
    ? [...rosterChanges(before, person), ...(before.active ? [] : ['works here again'])]
    : []
  const kept = changes.length > 0 ? 'change' : 'same'
  const action = before ? kept : 'add'
  return {
    row: { ...base, action, changes, errors: [] },
    write: action === 'same' ? null : { id: before?.id ?? randomUUID(), person },
  }
}
