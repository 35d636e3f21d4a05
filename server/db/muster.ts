import sql from 'sql-template-tag'
import type { Composition } from '#core/gas/gas.table'
import type { Count } from '#core/muster/muster'
import { insertInto } from './insert'
import type { Db } from './pool'

export interface MusterRow {
  id: string
  drill: boolean
  note: string
  begun_at: Date
  begun_by: string
  ended_at: Date | null
  ended_by: string | null
  ended_note: string | null
  rehearsal: boolean
}
export interface MusterPersonRow {
  id: string
  name: string
  why: string
  count: Count | null
  counted_at: Date | null
  counted_by: string | null
}
export interface MusterGasRow {
  id: string
  name: string
  place: string
  fuel: boolean
  shut_at: Date | null
  shut_by: string | null
}

const COLUMNS = sql`
  m.id, m.drill, m.note, m.begun_at, b.name AS begun_by, m.ended_at, e.name AS ended_by,
  m.ended_note, m.rehearsal
`
const FROM = sql`
  muster m
    JOIN person b ON b.id = m.begun_by
    LEFT JOIN person e ON e.id = m.ended_by
`

export async function findMuster(db: Db, site: string, id: string): Promise<MusterRow | null> {
  const { rows } = await db.query<MusterRow>(
    sql`SELECT ${COLUMNS} FROM ${FROM} WHERE m.site_id = ${site} AND m.id = ${id}`,
  )
  return rows[0] ?? null
}

/** The one that runs at a site. */
export async function openMuster(db: Db, site: string): Promise<MusterRow | null> {
  const { rows } = await db.query<MusterRow>(
    sql`SELECT ${COLUMNS} FROM ${FROM} WHERE m.site_id = ${site} AND m.ended_at IS NULL`,
  )
  return rows[0] ?? null
}

/** One that is written to, held until the transaction ends. */
export async function holdMuster(db: Db, site: string, id: string): Promise<MusterRow | null> {
  const { rows } = await db.query<MusterRow>(sql`
    SELECT ${COLUMNS}
    FROM ${FROM}
    WHERE m.site_id = ${site} AND m.id = ${id}
    FOR UPDATE OF m
  `)
  return rows[0] ?? null
}

export interface NewMuster {
  id: string
  organisation: string
  site: string
  drill: boolean
  note: string
  at: Date
  by: string
  rehearsal: boolean
}

/** False: another runs at this site. */
export async function insertMuster(db: Db, row: NewMuster): Promise<boolean> {
  const { rowCount } = await db.query(
    insertInto(
      'muster',
      {
        id: row.id,
        organisation_id: row.organisation,
        site_id: row.site,
        drill: row.drill,
        note: row.note,
        begun_at: row.at,
        begun_by: row.by,
        rehearsal: row.rehearsal,
      },
      sql`ON CONFLICT (organisation_id, site_id) WHERE ended_at IS NULL DO NOTHING`,
    ),
  )
  return rowCount === 1
}

export async function setMusterEnd(
  db: Db,
  id: string,
  end: { at: Date; by: string; note: string },
): Promise<void> {
  await db.query(sql`
    UPDATE muster
    SET ended_at = ${end.at}, ended_by = ${end.by}, ended_note = ${end.note}
    WHERE id = ${id}
  `)
}

/**
 * Put on the list whoever may be on the site: of sessions of the day, of permits at work, who signed in within the last hours, and
 * who logged something today. Better one too many than one too few.
 */
export async function listWhoIsHere(
  db: Db,
  at: { organisation: string; site: string; muster: string; today: string; now: Date },
): Promise<void> {
  await db.query(sql`
    WITH here AS (
      SELECT m.person_id, 1 AS rank, concat_ws(', ', 'Session', s.name) AS why
      FROM session n
        JOIN session_member m ON m.session_id = n.id
        LEFT JOIN station s ON s.id = m.station_id
      WHERE n.site_id = ${at.site} AND n.day = ${at.today} AND m.presence <> 'absent'
      UNION ALL
      SELECT w.id, 0, 'Permit ' || p.number || ', ' || p.place
      FROM permit p
        CROSS JOIN LATERAL (
          SELECT unnest(ARRAY[p.operator_id, p.fire_watch_id, p.attendant_id]) AS id
          UNION ALL
          SELECT person_id FROM permit_watcher WHERE permit_id = p.id
        ) w
      WHERE p.site_id = ${at.site} AND p.state NOT IN ('draft', 'closed', 'revoked')
        AND p.work_started_at <= ${at.now}
      UNION ALL
      SELECT i.person_id, 2, 'Signed in'
      FROM sign_in i JOIN person p ON p.id = i.person_id
      WHERE p.site_id = ${at.site} AND i.revoked_at IS NULL
        AND i.created_at > clock_timestamp() - interval '10 hours'
      UNION ALL
      SELECT r.person_id, 3, 'Made a round today'
      FROM shop_round r
      WHERE r.site_id = ${at.site} AND r.day = ${at.today}
      UNION ALL
      SELECT i.person_id, 3, 'Looked at gear'
      FROM inspection i JOIN person p ON p.id = i.person_id
      WHERE p.site_id = ${at.site} AND i.at > ${at.now}::timestamptz - interval '10 hours'
    )
    INSERT INTO muster_person (id, organisation_id, muster_id, person_id, name, why)
    SELECT DISTINCT ON (p.id) gen_random_uuid(), ${at.organisation}, ${at.muster}, p.id, p.name, left(h.why, 200)
    FROM here h JOIN person p ON p.id = h.person_id
    WHERE p.active
    ORDER BY p.id, h.rank
  `)
}

export async function addPerson(
  db: Db,
  row: { id: string; organisation: string; muster: string; name: string; why: string },
): Promise<void> {
  await db.query(
    insertInto(
      'muster_person',
      {
        id: row.id,
        organisation_id: row.organisation,
        muster_id: row.muster,
        name: row.name,
        why: row.why,
      },
      sql`ON CONFLICT (organisation_id, id) DO NOTHING`,
    ),
  )
}

export interface NewMusterGas {
  id: string
  name: string
  place: string
  fuel: boolean
}

export async function insertMusterGas(
  db: Db,
  of: { organisation: string; muster: string },
  gas: readonly NewMusterGas[],
): Promise<void> {
  await db.query(sql`
    INSERT INTO muster_gas (id, organisation_id, muster_id, name, place, fuel)
    SELECT g.id, ${of.organisation}, ${of.muster}, g.name, g.place, g.fuel
    FROM jsonb_to_recordset(${JSON.stringify(gas)}) AS g (id uuid, name text, place text, fuel boolean)
  `)
}

/** Cylinders that are open to something: connected or in use. */
export async function openCylinders(
  db: Db,
  site: string,
): Promise<{ label: string; gas: string; parts: Composition | null; place: string | null }[]> {
  const { rows } = await db.query(sql`
    SELECT c.label, c.gas, c.parts, nullif(concat_ws(', ', g.label, s.name), '') AS place
    FROM cylinder c
      LEFT JOIN station s ON s.id = c.station_id
      LEFT JOIN gear g ON g.id = c.set_id
    WHERE c.site_id = ${site} AND c.state IN ('connected', 'inUse')
    ORDER BY c.label
    LIMIT 500
  `)
  return rows
}

export async function peopleOfMuster(db: Db, muster: string): Promise<MusterPersonRow[]> {
  const { rows } = await db.query<MusterPersonRow>(sql`
    SELECT m.id, m.name, m.why, m.count, m.counted_at, c.name AS counted_by
    FROM muster_person m LEFT JOIN person c ON c.id = m.counted_by
    WHERE m.muster_id = ${muster}
    ORDER BY m.name, m.id
  `)
  return rows
}

export async function gasOfMuster(db: Db, muster: string): Promise<MusterGasRow[]> {
  const { rows } = await db.query<MusterGasRow>(sql`
    SELECT g.id, g.name, g.place, g.fuel, g.shut_at, s.name AS shut_by
    FROM muster_gas g LEFT JOIN person s ON s.id = g.shut_by
    WHERE g.muster_id = ${muster}
    ORDER BY NOT g.fuel, g.name, g.id
  `)
  return rows
}

/** False: nothing to change, or not on this list. Who was counted first stands. */
export async function setCount(
  db: Db,
  muster: string,
  who: string,
  count: { as: Count; at: Date; by: string } | null,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE muster_person
    SET count = ${count?.as ?? null}, counted_at = ${count?.at ?? null}, counted_by = ${count?.by ?? null}
    WHERE muster_id = ${muster} AND id = ${who} AND count IS DISTINCT FROM ${count?.as ?? null}
  `)
  return rowCount === 1
}

/** False: nothing to change, or not of this muster. */
export async function setShut(
  db: Db,
  muster: string,
  gas: string,
  shut: { at: Date; by: string } | null,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE muster_gas
    SET shut_at = ${shut?.at ?? null}, shut_by = ${shut?.by ?? null}
    WHERE muster_id = ${muster} AND id = ${gas} AND (shut_at IS NULL) = ${shut !== null}
  `)
  return rowCount === 1
}

export interface MusterListRow {
  id: string
  drill: boolean
  begun_at: Date
  ended_at: Date | null
  counted: number
  total: number
  rehearsal: boolean
}

export async function listMusters(db: Db, site: string, most: number): Promise<MusterListRow[]> {
  const { rows } = await db.query<MusterListRow>(sql`
    SELECT
      m.id, m.drill, m.begun_at, m.ended_at, m.rehearsal,
      count(p.count)::integer AS counted, count(p.id)::integer AS total
    FROM muster m LEFT JOIN muster_person p ON p.muster_id = m.id
    WHERE m.site_id = ${site}
    GROUP BY m.organisation_id, m.id
    ORDER BY m.begun_at DESC
    LIMIT ${most}
  `)
  return rows
}
