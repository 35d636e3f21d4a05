import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { addCourse } from '#server/services/people/course'

export default route(peopleRoutes.createCourse, ({ actor, body }) => addCourse(actor, body))
