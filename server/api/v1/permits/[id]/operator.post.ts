import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { changeOperator } from '#server/services/permit/operator'

export default route(permitRoutes.changeOperator, ({ actor, params, body }) =>
  changeOperator(actor, params.id, body),
)
