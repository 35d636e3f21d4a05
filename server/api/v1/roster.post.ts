import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { importRoster } from '#server/services/people/roster'

export default route(routes.importRoster, ({ actor, body }) => importRoster(actor, body))
