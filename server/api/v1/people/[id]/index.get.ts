import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readPerson } from '#server/services/people/record'

export default route(routes.person, ({ actor, params }) => readPerson(actor, params.id))
