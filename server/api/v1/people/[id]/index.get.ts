import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { readPerson } from '#server/services/people/record'

export default route(peopleRoutes.person, ({ actor, params }) => readPerson(actor, params.id))
