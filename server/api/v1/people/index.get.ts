import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { readPeople } from '#server/services/people/person'

export default route(peopleRoutes.people, ({ actor, query }) => readPeople(actor, query))
