import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addCourse } from '#server/services/people/course'

export default route(routes.createCourse, ({ actor, body }) => addCourse(actor, body))
