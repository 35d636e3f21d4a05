import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readCourses } from '#server/services/people/course'

export default route(routes.courses, ({ actor }) => readCourses(actor))
