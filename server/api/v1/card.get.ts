import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { readCard } from '#server/services/session/card'

export default route(sessionRoutes.card, ({ actor }) => readCard(actor))
