import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { addPerson } from '#server/services/people/person'

export default route(peopleRoutes.createPerson, ({ actor, body }) => addPerson(actor, body))
