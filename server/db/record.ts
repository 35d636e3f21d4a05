import sql from 'sql-template-tag'
import { insertInto } from './insert'
import { isVersion } from './version'
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
  const { rows } = await db.query<RecordRow>(sql`
    SELECT
      id AS person_id, light_sensitive, correction, tint, respirator_until, fit_test_on,
      fit_model, fit_size, seal_check_on
    FROM person
    WHERE id = ANY (${people})
  `)
  return rows
}

/** @param version the one that was read, if any */
export async function updateRecord(
  db: Db,
  row: RecordRow,
  version: number | undefined,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE person
    SET
      light_sensitive = ${row.light_sensitive},
      correction = ${row.correction},
      tint = ${row.tint},
      respirator_until = ${row.respirator_until},
      fit_test_on = ${row.fit_test_on},
      fit_model = ${row.fit_model},
      fit_size = ${row.fit_size},
      seal_check_on = ${row.seal_check_on},
      version = version + 1
    WHERE id = ${row.person_id} AND ${isVersion(version)}
  `)
  return rowCount === 1
}

export async function setSealChecks(
  db: Db,
  people: readonly string[],
  day: string | null,
): Promise<void> {
  await db.query(sql`
    UPDATE person
    SET seal_check_on = ${day}
    WHERE id = ANY (${people})
  `)
}

export async function clearancesOf(db: Db, people: readonly string[]): Promise<ClearanceRow[]> {
  const { rows } = await db.query<ClearanceRow>(sql`
    SELECT c.person_id, c.process, c.signed_on, p.name AS signed_by
    FROM clearance c JOIN person p ON p.id = c.signed_by
    WHERE c.person_id = ANY (${people})
    ORDER BY c.process
  `)
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
  await db.query(sql`
    INSERT INTO clearance (organisation_id, person_id, process, signed_by, signed_on)
    SELECT ${organisation}, p, c, ${by}, ${day}
    FROM unnest(${people}::uuid[]) p, unnest(${processes}::text[]) c
    ON CONFLICT DO NOTHING
  `)
}

export async function removeClearances(
  db: Db,
  people: readonly string[],
  processes: readonly Process[],
): Promise<void> {
  await db.query(sql`
    DELETE FROM clearance
    WHERE person_id = ANY (${people}) AND process = ANY (${processes})
  `)
}

export async function kitOf(db: Db, people: readonly string[]): Promise<KitRow[]> {
  const { rows } = await db.query<KitRow>(sql`
    SELECT person_id, ppe_id, state, size
    FROM person_kit
    WHERE person_id = ANY (${people})
    ORDER BY ppe_id
  `)
  return rows
}

export async function setKit(
  db: Db,
  organisation: string,
  rows: readonly KitRow[],
  day: string,
): Promise<void> {
  await db.query(sql`
    INSERT INTO person_kit (organisation_id, person_id, ppe_id, state, size, seen_on)
    SELECT ${organisation}, k.person_id, k.ppe_id, k.state, k.size, ${day}
    FROM jsonb_to_recordset(${JSON.stringify(rows)}) AS k (
      person_id uuid, ppe_id text, state text, size text
    )
    ON CONFLICT (organisation_id, person_id, ppe_id) DO UPDATE
    SET
      state = excluded.state,
      size = coalesce(excluded.size, person_kit.size),
      seen_on = excluded.seen_on
  `)
}

export async function removeKit(
  db: Db,
  people: readonly string[],
  items: readonly string[] | null,
): Promise<void> {
  await db.query(sql`
    DELETE FROM person_kit
    WHERE person_id = ANY (${people})
      AND (${items}::text[] IS NULL OR ppe_id = ANY (${items}))
  `)
}

export async function shadesOf(db: Db, people: readonly string[]): Promise<FoundRow[]> {
  const { rows } = await db.query<FoundRow>(sql`
    SELECT person_id, band, shade, found_on
    FROM found_shade
    WHERE person_id = ANY (${people})
    ORDER BY band
  `)
  return rows
}

export async function setShade(db: Db, organisation: string, row: FoundRow): Promise<void> {
  await db.query(
    insertInto(
      'found_shade',
      {
        organisation_id: organisation,
        person_id: row.person_id,
        band: row.band,
        shade: row.shade,
        found_on: row.found_on,
      },
      sql`
        ON CONFLICT (organisation_id, person_id, band) DO UPDATE
        SET shade = excluded.shade, found_on = excluded.found_on
      `,
    ),
  )
}
