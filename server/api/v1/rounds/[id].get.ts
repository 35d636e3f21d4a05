import { roundRoutes } from '#shared/inspection/round'
import { route } from '#server/http/route'
import { readRound } from '#server/services/inspection/round'

export default route(roundRoutes.shopRound, ({ actor, params }) => readRound(actor, params.id))
