import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { importRoster } from '#server/services/people/roster'

export default route(peopleRoutes.importRoster, ({ actor, body }) => importRoster(actor, body))
