import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readPeople } from '#server/services/people/person'

export default route(routes.people, ({ actor, query }) => readPeople(actor, query))
