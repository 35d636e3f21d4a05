import sql from 'sql-template-tag'
import type { Db } from './pool'

/** The permit that is kept under a name, whatever its case. */
export async function findTemplate(db: Db, site: string, name: string): Promise<string | null> {
  const { rows } = await db.query<{ id: string }>(sql`
    SELECT id FROM permit WHERE site_id = ${site} AND lower(template) = lower(${name})
  `)
  return rows[0]?.id ?? null
}

export async function setTemplate(db: Db, id: string, name: string | null): Promise<void> {
  await db.query(sql`UPDATE permit SET template = ${name} WHERE id = ${id}`)
}

/** Permits that are kept under a name, by it. */
export async function listTemplates(
  db: Db,
  site: string,
): Promise<{ id: string; name: string; place: string; job: string }[]> {
  const { rows } = await db.query(sql`
    SELECT p.id, p.template AS name, p.place, j.title AS job
    FROM permit p JOIN job j ON j.id = p.job_id
    WHERE p.site_id = ${site} AND p.template IS NOT NULL
    ORDER BY lower(p.template)
  `)
  return rows
}
