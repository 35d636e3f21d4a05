import sql from 'sql-template-tag'
import { insertInto } from './insert'
import type { Course, CourseBody } from '#shared/people/schema'
import type { Db } from './pool'

export async function listCourses(db: Db, site: string): Promise<Course[]> {
  const { rows } = await db.query<Course>(sql`
    SELECT
      c.id, c.name, c.kit,
      (SELECT count(*) FROM person p WHERE p.course_id = c.id AND p.active) AS people
    FROM course c
    WHERE c.site_id = ${site}
    ORDER BY lower(c.name)
  `)
  return rows
}

export async function insertCourse(
  db: Db,
  row: CourseBody & { id: string; organisation: string; site: string; rehearsal: boolean },
): Promise<void> {
  await db.query(
    insertInto('course', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      name: row.name,
      kit: JSON.stringify(row.kit),
      rehearsal: row.rehearsal,
    }),
  )
}

export async function updateCourse(db: Db, id: string, row: CourseBody): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE course
    SET name = ${row.name}, kit = ${JSON.stringify(row.kit)}
    WHERE id = ${id}
  `)
  return rowCount === 1
}

export async function findCourse(db: Db, id: string): Promise<CourseBody | null> {
  const { rows } = await db.query<CourseBody>(sql`
    SELECT name, kit
    FROM course
    WHERE id = ${id}
  `)
  return rows[0] ?? null
}
