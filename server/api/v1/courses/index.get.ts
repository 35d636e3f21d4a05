import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { readCourses } from '#server/services/people/course'

export default route(peopleRoutes.courses, ({ actor }) => readCourses(actor))
