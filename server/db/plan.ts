import sql from 'sql-template-tag'
import type { ThingKind } from '#core/plan/kinds.table'
import type { Floor, Plan, Thing } from '#core/plan/plan'
import type { Draft } from '#shared/plan/schema'
import { insertInto } from './insert'
import type { Db } from './pool'

interface Whose {
  organisation: string
  site: string
}

/** A site that nobody drew yet has one yard. */
const FIRST_FLOORS: readonly Floor[] = [{ id: 'ground', name: 'Ground', outdoors: false, level: 0 }]

/** The draft is held until the transaction ends: one change at a time. */
export async function holdPlan(db: Db, { organisation, site }: Whose): Promise<void> {
  await db.query(
    insertInto(
      'plan',
      { site_id: site, organisation_id: organisation, floors: JSON.stringify(FIRST_FLOORS) },
      sql`ON CONFLICT (organisation_id, site_id) DO NOTHING`,
    ),
  )
  await db.query(sql`SELECT 1 FROM plan WHERE site_id = ${site} FOR UPDATE`)
}

interface ThingRow extends Omit<Thing, 'of'> {
  of_id: string | null
  version: number
}
const toThing = ({ of_id: of, ...row }: ThingRow): Thing & { version: number } => ({ ...row, of })

/** As it is drawn now; one floor and nothing on it where nobody has drawn. */
export async function findDraft(db: Db, site: string): Promise<Draft> {
  const { rows: plans } = await db.query<{ floors: Floor[]; version: number }>(sql`
    SELECT floors, version
    FROM plan
    WHERE site_id = ${site}
  `)
  const { rows } = await db.query<ThingRow>(sql`
    SELECT id, floor, kind, name, shape, facts, of_id, version
    FROM plan_thing
    WHERE site_id = ${site}
    ORDER BY id
  `)
  const plan = plans[0] ?? { floors: [...FIRST_FLOORS], version: 0 }
  return { ...plan, things: rows.map(toThing) } as Draft
}

/** Versions of some things of the draft. */
export async function versionsOf(
  db: Db,
  site: string,
  ids: readonly string[],
): Promise<Map<string, { name: string; version: number }>> {
  const { rows } = await db.query<{ id: string; name: string; version: number }>(sql`
    SELECT id, name, version
    FROM plan_thing
    WHERE site_id = ${site} AND id = ANY (${ids})
  `)
  return new Map(rows.map(({ id, ...row }) => [id, row]))
}

export async function countThings(db: Db, site: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>(sql`
    SELECT count(*)::integer AS count
    FROM plan_thing
    WHERE site_id = ${site}
  `)
  return rows[0]!.count
}

/** Put things as they are to be, new or changed. */
export async function putThings(
  db: Db,
  { organisation, site }: Whose,
  things: readonly Thing[],
): Promise<void> {
  await db.query(sql`
    INSERT INTO plan_thing AS p (
      id, organisation_id, site_id, floor, kind, name, shape, facts, of_id
    )
    SELECT
      t.id, ${organisation}, ${site}, t.floor, t.kind, t.name, t.shape, t.facts, t.of
    FROM jsonb_to_recordset(${JSON.stringify(things)}) AS t (
      id uuid, floor text, kind text, name text, shape jsonb, facts jsonb, of uuid
    )
    ON CONFLICT (organisation_id, site_id, id) DO UPDATE
    SET
      floor = excluded.floor,
      kind = excluded.kind,
      name = excluded.name,
      shape = excluded.shape,
      facts = excluded.facts,
      of_id = excluded.of_id,
      version = p.version + 1
  `)
}

export async function removeThings(db: Db, site: string, ids: readonly string[]): Promise<void> {
  await db.query(sql`DELETE FROM plan_thing WHERE site_id = ${site} AND id = ANY (${ids})`)
}

/** @returns whether the floors were still of that version */
export async function putFloors(
  db: Db,
  site: string,
  floors: readonly Floor[],
  version: number,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE plan
    SET floors = ${JSON.stringify(floors)}, version = version + 1
    WHERE site_id = ${site} AND version = ${version}
  `)
  return rowCount === 1
}

export interface PlanVersionRow {
  number: number
  note: string
  person: string
  at: Date
  plan: Plan
}

export async function insertPlanVersion(
  db: Db,
  row: Whose & {
    id: string
    plan: Plan
    note: string
    person: string
    at: Date
    rehearsal: boolean
  },
): Promise<number> {
  const { rows } = await db.query<{ number: number }>(sql`
    INSERT INTO plan_version (
      id, organisation_id, site_id, number, plan, note, person_id, at, rehearsal
    )
    SELECT
      ${row.id}, ${row.organisation}, ${row.site}, coalesce(max(number), 0) + 1,
      ${JSON.stringify(row.plan)}, ${row.note}, ${row.person}, ${row.at}, ${row.rehearsal}
    FROM plan_version
    WHERE site_id = ${row.site}
    RETURNING number
  `)
  return rows[0]!.number
}

export async function numberOfVersion(db: Db, id: string): Promise<number | null> {
  const { rows } = await db.query<{ number: number }>(
    sql`SELECT number FROM plan_version WHERE id = ${id}`,
  )
  return rows[0]?.number ?? null
}

/** One published plan. @param number null: the newest */
export async function findPlanVersion(
  db: Db,
  site: string,
  number: number | null,
): Promise<PlanVersionRow | null> {
  const { rows } = await db.query<PlanVersionRow>(sql`
    SELECT v.number, v.note, p.name AS person, v.at, v.plan
    FROM plan_version v JOIN person p ON p.id = v.person_id
    WHERE v.site_id = ${site} AND (${number}::integer IS NULL OR v.number = ${number})
    ORDER BY v.number DESC
    LIMIT 1
  `)
  return rows[0] ?? null
}

/** Of the newest plan only some kinds of things, with its floors; null: none is published. */
export async function findPlanKinds(
  db: Db,
  site: string,
  kinds: readonly ThingKind[],
): Promise<Plan | null> {
  const { rows } = await db.query<Plan>(sql`
    SELECT
      v.plan -> 'floors' AS floors,
      coalesce(
        (
          SELECT jsonb_agg(t)
          FROM jsonb_array_elements(v.plan -> 'things') AS t
          WHERE t ->> 'kind' = ANY (${kinds})
        ),
        '[]'
      ) AS things
    FROM plan_version v
    WHERE v.site_id = ${site}
    ORDER BY v.number DESC
    LIMIT 1
  `)
  return rows[0] ?? null
}

/** So many are listed. */
const MOST_VERSIONS = 200

export async function planVersions(db: Db, site: string): Promise<Omit<PlanVersionRow, 'plan'>[]> {
  const { rows } = await db.query<Omit<PlanVersionRow, 'plan'>>(sql`
    SELECT v.number, v.note, p.name AS person, v.at
    FROM plan_version v JOIN person p ON p.id = v.person_id
    WHERE v.site_id = ${site}
    ORDER BY v.number DESC
    LIMIT ${MOST_VERSIONS}
  `)
  return rows
}

/** The number of the plan that was published last; null: none was. */
export async function newestPlan(db: Db, site: string): Promise<number | null> {
  const { rows } = await db.query<{ number: number | null }>(sql`
    SELECT max(number) AS number
    FROM plan_version
    WHERE site_id = ${site}
  `)
  return rows[0]!.number
}
