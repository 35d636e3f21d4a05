import sql from 'sql-template-tag'
import type { BeginStep } from '#shared/begin/routes'
import type { Db } from './pool'

/** How many there are of what a shop begins with. */
export async function countsOf(db: Db, site: string): Promise<Record<BeginStep, number>> {
  const { rows } = await db.query<Record<BeginStep, number>>(sql`
    SELECT
      (
        SELECT count(*)::integer
        FROM plan_thing
        WHERE site_id = ${site} AND kind = 'room'
      ) AS rooms,
      (
        SELECT count(*)::integer
        FROM station
        WHERE site_id = ${site}
      ) AS booths,
      (
        SELECT count(*)::integer
        FROM plan_version
        WHERE site_id = ${site}
      ) AS publish,
      (
        SELECT count(*)::integer - 1
        FROM person
        WHERE site_id = ${site} AND left_on IS NULL
      ) AS people,
      (
        SELECT count(*)::integer
        FROM (SELECT 1 FROM gear WHERE site_id = ${site} LIMIT 1000) found
      ) AS gear,
      0 AS labels
  `)
  return rows[0]!
}

export async function marksOf(db: Db, site: string): Promise<BeginStep[]> {
  const { rows } = await db.query<{ step: BeginStep }>(sql`
    SELECT step
    FROM begin_mark
    WHERE site_id = ${site}
  `)
  return rows.map(({ step }) => step)
}

export async function putMark(
  db: Db,
  row: { organisation: string; site: string; step: BeginStep; person: string; at: Date },
): Promise<void> {
  await db.query(sql`
    INSERT INTO begin_mark (organisation_id, site_id, step, person_id, at)
    VALUES (${row.organisation}, ${row.site}, ${row.step}, ${row.person}, ${row.at})
    ON CONFLICT DO NOTHING
  `)
}

export async function dropMark(db: Db, site: string, step: BeginStep): Promise<void> {
  await db.query(sql`
    DELETE FROM begin_mark
    WHERE site_id = ${site} AND step = ${step}
  `)
}
