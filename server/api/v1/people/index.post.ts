import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addPerson } from '#server/services/people/person'

export default route(routes.createPerson, ({ actor, body }) => addPerson(actor, body))
