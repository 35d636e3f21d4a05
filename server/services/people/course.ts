import { randomUUID } from 'node:crypto'
import { insertCourse, listCourses, updateCourse } from '#server/db/course'
import { inOrganisation } from '#server/db/pool'
import { notFound } from '#server/errors'
import type { Course, CourseBody } from '#shared/people/schema'
import { record, type Actor } from '../actor'

export const readCourses = (actor: Actor): Promise<Course[]> =>
  inOrganisation(actor.organisation, (db) => listCourses(db, actor.site))

export async function addCourse(actor: Actor, body: CourseBody): Promise<{ id: string }> {
  const id = randomUUID()
  await inOrganisation(actor.organisation, async (db) => {
    await insertCourse(db, {
      ...body,
      id,
      organisation: actor.organisation,
      site: actor.site,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'course_added', 'course', id, body)
  })
  return { id }
}

export async function changeCourse(actor: Actor, id: string, body: CourseBody): Promise<void> {
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await updateCourse(db, id, body))) throw notFound('course')
    await record(db, actor, 'course_changed', 'course', id, body)
  })
}
