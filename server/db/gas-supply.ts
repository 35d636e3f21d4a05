import sql from 'sql-template-tag'
import type { JobSpec } from '#core/job/job'
import type { Db } from './pool'

/** The reading before the newest, to see what was drawn. */
export async function contentsBefore(
  db: Db,
  cylinder: string,
  timeZone: string,
): Promise<{ contents: number; day: string } | null> {
  const { rows } = await db.query<{ contents: number | null; day: string }>(sql`
    SELECT contents, (at AT TIME ZONE ${timeZone})::date::text AS day
    FROM cylinder_event
    WHERE cylinder_id = ${cylinder} AND kind = 'reading'
    ORDER BY at DESC
    LIMIT 1
  `)
  const [row] = rows
  return row && row.contents !== null ? { contents: row.contents, day: row.day } : null
}

/** Spread what was drawn evenly over the days since the reading before; on one day it counts for that day. */
export async function addUse(
  db: Db,
  row: {
    organisation: string
    site: string
    gas: string
    /** Day of the reading before, and of this one. */
    from: string
    to: string
    /** m3. */
    amount: number
  },
): Promise<void> {
  await db.query(sql`
    INSERT INTO gas_use AS u (organisation_id, site_id, gas, day, amount)
    SELECT
      ${row.organisation}, ${row.site}, ${row.gas}, d::date,
      ${row.amount}::double precision / greatest(1, ${row.to}::date - ${row.from}::date)
    FROM
      generate_series(
        least(${row.from}::date + 1, ${row.to}::date),
        ${row.to}::date,
        interval '1 day'
      ) AS d
    ON CONFLICT (organisation_id, site_id, gas, day) DO UPDATE
    SET amount = u.amount + excluded.amount
  `)
}

export interface StockRow {
  gas: string
  known: number
  untold: number
  amount: number
}

export async function gasStock(db: Db, site: string): Promise<StockRow[]> {
  const { rows } = await db.query<StockRow>(sql`
    SELECT gas, known, untold, amount
    FROM gas_stock
    WHERE site_id = ${site}
    ORDER BY gas
  `)
  return rows
}

/** What was drawn a day from one day on to another, and the first day on record. */
export async function gasUse(
  db: Db,
  site: string,
  { from, to }: { from: string; to: string },
): Promise<{ gas: string; day: string; amount: number; first: string }[]> {
  const { rows } = await db.query(sql`
    SELECT u.gas, u.day::text, u.amount, f.first::text
    FROM gas_use u
      CROSS JOIN LATERAL (
        SELECT day AS first
        FROM gas_use
        WHERE site_id = u.site_id AND gas = u.gas
        ORDER BY day
        LIMIT 1
      ) f
    WHERE u.site_id = ${site} AND u.day BETWEEN ${from} AND ${to}
    ORDER BY u.gas, u.day
  `)
  return rows
}

/** Work of a day and what it draws from. */
export interface DrawRow {
  cylinder_ids: string[]
  spec: JobSpec
  /** Of a session, or of a permit. */
  id: string
  title: string
  kind: 'session' | 'permit'
}

const MOST = 2_000

/** Sessions of a day, and permits that are open on it. */
export async function drawsOn(
  db: Db,
  site: string,
  { day, timeZone }: { day: string; timeZone: string },
): Promise<DrawRow[]> {
  const { rows } = await db.query<DrawRow>(sql`
    SELECT ARRAY[m.cylinder_id] AS cylinder_ids, j.spec, s.id, s.title, 'session' AS kind
    FROM session s
      JOIN session_member m ON m.session_id = s.id
      JOIN job j ON j.id = m.job_id
    WHERE s.site_id = ${site}
      AND s.day = ${day}
      AND m.cylinder_id IS NOT NULL
      AND m.presence <> 'absent'
    UNION ALL
    SELECT array_agg(c.cylinder_id), j.spec, p.id, p.number || ' ' || j.title, 'permit'
    FROM permit p
      JOIN job j ON j.id = p.job_id
      JOIN job_cylinder c ON c.job_id = j.id
    WHERE p.site_id = ${site}
      AND p.state IN ('issued', 'working', 'suspended')
      AND p.valid_from < ((${day}::date + 1)::timestamp AT TIME ZONE ${timeZone})
      AND p.valid_to >= (${day}::date::timestamp AT TIME ZONE ${timeZone})
    GROUP BY p.organisation_id, p.id, j.organisation_id, j.id
    LIMIT ${MOST}
  `)
  return rows
}
