import { roundRoutes } from '#shared/inspection/round'
import { route } from '#server/http/route'
import { makeRound } from '#server/services/inspection/round'

export default route(roundRoutes.makeRound, ({ actor, body }) => makeRound(actor, body))
