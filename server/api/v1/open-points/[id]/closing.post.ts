import { roundRoutes } from '#shared/inspection/round'
import { route } from '#server/http/route'
import { closeOpenPoint } from '#server/services/inspection/round'

export default route(roundRoutes.closePoint, ({ actor, params, body }) =>
  closeOpenPoint(actor, params.id, body.note),
)
