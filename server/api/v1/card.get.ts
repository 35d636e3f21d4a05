import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readCard } from '#server/services/training/card'

export default route(routes.card, ({ actor }) => readCard(actor))
