import type { Process } from '#core/job/job'
import type { Correction } from '#core/shade/personal'
import type { Db } from './pool'

/** What is on record of people besides who they are. */
export interface RecordRow {
  person_id: string
  light_sensitive: boolean
  correction: Correction
  tint: number | null
  respirator_until: string | null
  fit_test_on: string | null
  fit_model: string | null
  fit_size: string | null
  seal_check_on: string | null
}
export interface KitRow {
  person_id: string
  ppe_id: string
  state: 'has' | 'lacks'
  size: string | null
}
export interface ClearanceRow {
  person_id: string
  process: Process
  signed_on: string
  signed_by: string
}
export interface FoundRow {
  person_id: string
  band: string
  shade: number
  found_on: string
}

export async function recordsOf(db: Db, people: readonly string[]): Promise<RecordRow[]> {
  const { rows } = await db.query<RecordRow>(
    'SELECT id AS person_id, light_sensitive, correction, tint, respirator_until, fit_test_on, fit_model, fit_size, seal_check_on FROM person WHERE id = ANY($1)',
    [people],
  )
  return rows
}

export async function updateRecord(db: Db, row: RecordRow): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE person SET light_sensitive = $2, correction = $3, tint = $4, respirator_until = $5, fit_test_on = $6, fit_model = $7, fit_size = $8, seal_check_on = $9 WHERE id = $1',
    [
      row.person_id,
      row.light_sensitive,
      row.correction,
      row.tint,
      row.respirator_until,
      row.fit_test_on,
      row.fit_model,
      row.fit_size,
      row.seal_check_on,
    ],
  )
  return rowCount === 1
}

export async function setSealChecks(
  db: Db,
  people: readonly string[],
  day: string | null,
): Promise<void> {
  await db.query('UPDATE person SET seal_check_on = $2 WHERE id = ANY($1)', [people, day])
}

export async function clearancesOf(db: Db, people: readonly string[]): Promise<ClearanceRow[]> {
  const { rows } = await db.query<ClearanceRow>(
    'SELECT c.person_id, c.process, c.signed_on, p.name AS signed_by FROM clearance c JOIN person p ON p.id = c.signed_by WHERE c.person_id = ANY($1) ORDER BY c.process',
    [people],
  )
  return rows
}

/** Sign for processes; one that is signed already keeps its day and name. */
export async function addClearances(
  db: Db,
  organisation: string,
  people: readonly string[],
  processes: readonly Process[],
  by: string,
  day: string,
): Promise<void> {
  await db.query(
    'INSERT INTO clearance (organisation_id, person_id, process, signed_by, signed_on) SELECT $1, p, c, $4, $5 FROM unnest($2::uuid[]) p, unnest($3::text[]) c ON CONFLICT DO NOTHING',
    [organisation, people, processes, by, day],
  )
}

export async function removeClearances(
  db: Db,
  people: readonly string[],
  processes: readonly Process[],
): Promise<void> {
  await db.query('DELETE FROM clearance WHERE person_id = ANY($1) AND process = ANY($2)', [
    people,
    processes,
  ])
}

export async function kitOf(db: Db, people: readonly string[]): Promise<KitRow[]> {
  const { rows } = await db.query<KitRow>(
    'SELECT person_id, ppe_id, state, size FROM person_kit WHERE person_id = ANY($1) ORDER BY ppe_id',
    [people],
  )
  return rows
}

export async function setKit(
  db: Db,
  organisation: string,
  rows: readonly KitRow[],
  day: string,
): Promise<void> {
  await db.query(
    `INSERT INTO person_kit (organisation_id, person_id, ppe_id, state, size, seen_on) SELECT $1, k.person_id, k.ppe_id, k.state, k.size, $3 FROM jsonb_to_recordset($2) AS k (person_id uuid, ppe_id text, state text, size text)
    ON CONFLICT (person_id, ppe_id) DO UPDATE SET state = excluded.state, size = coalesce(excluded.size, person_kit.size), seen_on = excluded.seen_on`,
    [organisation, JSON.stringify(rows), day],
  )
}

export async function removeKit(
  db: Db,
  people: readonly string[],
  items: readonly string[] | null,
): Promise<void> {
  await db.query(
    'DELETE FROM person_kit WHERE person_id = ANY($1) AND ($2::text[] IS NULL OR ppe_id = ANY($2))',
    [people, items],
  )
}

export async function shadesOf(db: Db, people: readonly string[]): Promise<FoundRow[]> {
  const { rows } = await db.query<FoundRow>(
    'SELECT person_id, band, shade, found_on FROM found_shade WHERE person_id = ANY($1) ORDER BY band',
    [people],
  )
  return rows
}

export async function setShade(db: Db, organisation: string, row: FoundRow): Promise<void> {
  await db.query(
    'INSERT INTO found_shade (organisation_id, person_id, band, shade, found_on) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (person_id, band) DO UPDATE SET shade = excluded.shade, found_on = excluded.found_on',
    [organisation, row.person_id, row.band, row.shade, row.found_on],
  )
}
