import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addPerson } from '#server/services/shop/shop'

export default route(routes.createPerson, ({ actor, body }) => addPerson(actor, body))
