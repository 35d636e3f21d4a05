import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { changeCourse } from '#server/services/people/course'

export default route(peopleRoutes.updateCourse, async ({ actor, params, body }) => {
  await changeCourse(actor, params.id, body)
  return { ok: true as const }
})
