import Papa from 'papaparse'
import { permitState } from '#core/permit/lifecycle'
import { permitTableRows, type PermitTableRow } from '#server/db/permit-table'
import { inOrganisation } from '#server/db/pool'
import type { Actor } from '../actor'

const COLUMNS = [
  'number',
  'state',
  'place',
  'job',
  'operator',
  'fire_watch',
  'issued_by',
  'valid_from',
  'valid_to',
  'work_started_at',
  'last_arc_at',
  'closed_at',
  'watch_minutes',
  'rounds',
  'overrides',
  'suspensions',
  'rule_sets',
  'rehearsal',
] as const

/** All permits of a site, the newest first, times in UTC. What was tried and refused is in the audit. */
export function permitTable(actor: Actor): Promise<{ name: string; csv: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    const rows = (await permitTableRows(db, actor.site)).map((row) => toLine(row, actor.now))
    const csv = Papa.unparse(rows, { columns: [...COLUMNS], escapeFormulae: true })
    return { name: 'permits.csv', csv }
  })
}

const toLine = (row: PermitTableRow, now: Date): Record<(typeof COLUMNS)[number], unknown> => ({
  number: row.number,
  state: permitState({ state: row.state, validTo: row.valid_to.getTime() }, now.getTime()),
  place: row.place,
  job: row.job,
  operator: row.operator,
  fire_watch: row.fire_watch,
  issued_by: row.issued_by,
  valid_from: row.valid_from.toISOString(),
  valid_to: row.valid_to.toISOString(),
  work_started_at: row.work_started_at?.toISOString() ?? '',
  last_arc_at: row.watch_started_at?.toISOString() ?? '',
  closed_at: row.closed_at?.toISOString() ?? '',
  watch_minutes: row.watch_minutes,
  rounds: row.rounds,
  overrides: row.overrides,
  suspensions: row.suspensions,
  rule_sets: row.rule_sets.join(' '),
  rehearsal: row.rehearsal ? 'yes' : '',
})
