import sql from 'sql-template-tag'
import type { Finding } from '#core/finding/finding'
import type { Line } from '#core/gas/set/kind'
import { LEAK_TEST_BEGINS, type Step, type Task } from '#core/gas/set/step'
import { insertInto } from './insert'
import type { Db } from './pool'

/**
 * When each of these sets was last found tight: the time at which the leak test of a finished task began, so that whatever is
 * changed while it runs asks for another.
 */
export async function tightSince(db: Db, sets: readonly string[]): Promise<Map<string, Date>> {
  const { rows } = await db.query<{ set_id: string; began: Date }>(sql`
    SELECT s.id AS set_id, began.at AS began
    FROM unnest(${sets}::uuid[]) AS s (id)
      CROSS JOIN LATERAL (
        SELECT id
        FROM set_run
        WHERE set_id = s.id AND task IN ('setUp', 'leakTest') AND result = 'done'
        ORDER BY started_at DESC
        LIMIT 1
      ) r
      CROSS JOIN LATERAL (SELECT at FROM set_run_step WHERE run_id = r.id AND step = ${LEAK_TEST_BEGINS}) began
  `)
  return new Map(rows.map(({ set_id, began }) => [set_id, began]))
}

/** A part or a cylinder of it changed: its leak test counts no longer. */
export async function markSetChanged(db: Db, sets: readonly string[], at: Date): Promise<void> {
  await db.query(sql`
    UPDATE gear
    SET set_changed_at = ${at}, version = version + 1
    WHERE id = ANY (${sets}) AND kind = 'gasSet'
  `)
}

/** Held in one order, so that two who change parts come after each other. */
export async function holdParts(db: Db, ids: readonly string[]): Promise<void> {
  await db.query(sql`
    SELECT 1
    FROM gear
    WHERE id = ANY (${ids})
    ORDER BY id
    FOR UPDATE
  `)
}

/** Put a part on a set, or take it off. */
export async function putPart(
  db: Db,
  id: string,
  to: { set: string | null; line: Line | null },
): Promise<void> {
  await db.query(sql`
    UPDATE gear
    SET set_id = ${to.set}, line = ${to.line}, version = version + 1
    WHERE id = ${id}
  `)
}

export interface RunRow {
  id: string
  set_id: string
  set_label: string
  task: Task
  steps: Step[]
  by: string
  started_at: Date
  ended_at: Date | null
  result: 'done' | 'failed' | 'left' | null
  rehearsal: boolean
}

export async function insertRun(
  db: Db,
  row: {
    id: string
    organisation: string
    set: string
    task: Task
    steps: readonly Step[]
    person: string
    at: Date
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    insertInto('set_run', {
      id: row.id,
      organisation_id: row.organisation,
      set_id: row.set,
      task: row.task,
      steps: JSON.stringify(row.steps),
      person_id: row.person,
      started_at: row.at,
      rehearsal: row.rehearsal,
    }),
  )
}

const RUN = sql`
  r.id, r.set_id, g.label AS set_label, r.task, r.steps, p.name AS by, r.started_at, r.ended_at,
  r.result, r.rehearsal
`

export async function findRun(db: Db, site: string, id: string): Promise<RunRow | null> {
  const { rows } = await db.query<RunRow>(sql`
    SELECT ${RUN}
    FROM set_run r
      JOIN gear g ON g.id = r.set_id
      JOIN person p ON p.id = r.person_id
    WHERE r.id = ${id} AND g.site_id = ${site}
  `)
  return rows[0] ?? null
}

/** Held, so that two who answer come after each other. */
export async function holdRun(db: Db, id: string): Promise<void> {
  await db.query(sql`
    SELECT 1
    FROM set_run
    WHERE id = ${id}
    FOR UPDATE
  `)
}

/** Newest first, each with how far it got. */
export async function runsOf(
  db: Db,
  set: string,
  most: number,
): Promise<(RunRow & { answered: number; note: string | null })[]> {
  const { rows } = await db.query<RunRow & { answered: number; note: string | null }>(sql`
    SELECT
      ${RUN},
      (SELECT count(*)::integer FROM set_run_step WHERE run_id = r.id) AS answered,
      (SELECT note FROM set_run_step WHERE run_id = r.id AND result = 'failed') AS note
    FROM set_run r
      JOIN gear g ON g.id = r.set_id
      JOIN person p ON p.id = r.person_id
    WHERE r.set_id = ${set}
    ORDER BY r.started_at DESC
    LIMIT ${most}
  `)
  return rows
}

export async function endRun(
  db: Db,
  id: string,
  { at, result }: { at: Date; result: 'done' | 'failed' | 'left' },
): Promise<void> {
  await db.query(sql`
    UPDATE set_run
    SET ended_at = ${at}, result = ${result}
    WHERE id = ${id} AND ended_at IS NULL
  `)
}

export interface AnswerRow {
  step: string
  result: 'done' | 'failed'
  at: Date
  by: string
  pressure: number | null
  temperature: number | null
  finding: Finding | null
  note: string
}

export async function answersOf(db: Db, run: string): Promise<AnswerRow[]> {
  const { rows } = await db.query<AnswerRow>(sql`
    SELECT s.step, s.result, s.at, p.name AS by, s.pressure, s.temperature, s.finding, s.note
    FROM set_run_step s JOIN person p ON p.id = s.person_id
    WHERE s.run_id = ${run}
    ORDER BY s.at, s.id
  `)
  return rows
}

export async function insertAnswer(
  db: Db,
  row: {
    id: string
    organisation: string
    run: string
    step: string
    at: Date
    person: string
    result: 'done' | 'failed'
    reading: { pressure: number | null; temperature: number | null } | null
    finding: Finding | null
    note: string
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    insertInto('set_run_step', {
      id: row.id,
      organisation_id: row.organisation,
      run_id: row.run,
      step: row.step,
      at: row.at,
      person_id: row.person,
      result: row.result,
      pressure: row.reading?.pressure ?? null,
      temperature: row.reading?.temperature ?? null,
      finding: row.finding && JSON.stringify(row.finding),
      note: row.note,
      rehearsal: row.rehearsal,
    }),
  )
}
