import type { Course, CourseBody } from '#shared/people/schema'
import type { Db } from './pool'

export async function listCourses(db: Db, site: string): Promise<Course[]> {
  const { rows } = await db.query<Course>(
    'SELECT c.id, c.name, c.kit, (SELECT count(*) FROM person p WHERE p.course_id = c.id AND p.active) AS people FROM course c WHERE c.site_id = $1 ORDER BY lower(c.name)',
    [site],
  )
  return rows
}

export async function insertCourse(
  db: Db,
  row: CourseBody & { id: string; organisation: string; site: string; rehearsal: boolean },
): Promise<void> {
  await db.query(
    'INSERT INTO course (id, organisation_id, site_id, name, kit, rehearsal) VALUES ($1, $2, $3, $4, $5, $6)',
    [row.id, row.organisation, row.site, row.name, JSON.stringify(row.kit), row.rehearsal],
  )
}

export async function updateCourse(db: Db, id: string, row: CourseBody): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE course SET name = $2, kit = $3 WHERE id = $1', [
    id,
    row.name,
    JSON.stringify(row.kit),
  ])
  return rowCount === 1
}

export async function findCourse(db: Db, id: string): Promise<CourseBody | null> {
  const { rows } = await db.query<CourseBody>('SELECT name, kit FROM course WHERE id = $1', [id])
  return rows[0] ?? null
}
