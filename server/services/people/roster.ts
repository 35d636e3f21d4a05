import { createHash, randomUUID } from 'node:crypto'
import Papa from 'papaparse'
import type { z } from 'zod'
import { ROSTER_COLUMNS, rosterChanges, rosterLine, type RosterRow } from '#core/people/roster'
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
import { inPool } from '#server/heavy/pool'
import { scopeOf } from '../shop/shop'
import type { RosterFile } from './roster-file'

/** The roster as CSV, in the form that import reads back. Text that a spreadsheet would run as a formula is made plain. */
export function exportRoster(actor: Actor): Promise<string> {
  return inOrganisation(actor.organisation, async (db) => {
    const people = (await rosterOf(db, actor.site)).filter((person) => person.active)
    await record(db, actor, 'roster_exported', 'site', actor.site, { people: people.length })
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
export async function importRoster(
  actor: Actor,
  body: z.output<typeof rosterBody>,
): Promise<RosterPreview> {
  const { courses, today } = await inOrganisation(actor.organisation, async (db) => ({
    courses: await courseNames(db, actor),
    today: (await scopeOf(db, actor)).today,
  }))
  const file = await inPool('readRosterFile', actor.person, { csv: body.csv, courses, today })
  if (file.tooMany) throw fieldError('csv', file.tooMany)
  return inOrganisation(actor.organisation, async (db) => {
    const plan = await planRoster(db, actor, body.csv, file)
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

/** Hold what the file says against who is here. Cheap: the file was read before. */
async function planRoster(db: Db, actor: Actor, csv: string, file: RosterFile): Promise<Plan> {
  const known = new Map(
    (await rosterOf(db, actor.site)).map((person) => [person.number.toLowerCase(), person]),
  )
  const owners = await emailOwners(
    db,
    file.rows.flatMap((row) => row.person?.email ?? []),
  )
  const planned = file.rows.map((row) => planRow(row, known, owners))
  const courses = await courseNames(db, actor)
  const state = JSON.stringify([csv, [...known.values()], [...owners], courses])
  return {
    rows: planned.map((entry) => entry.row),
    writes: planned.flatMap((entry) => entry.write ?? []),
    headerErrors: file.headerErrors,
    fingerprint: createHash('sha256').update(state).digest('hex'),
  }
}

const courseNames = async (db: Db, actor: Actor): Promise<string[]> =>
  (await listCourses(db, actor.site)).map((course) => course.name)

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
