import { roundRoutes } from '#shared/inspection/round'
import { route } from '#server/http/route'
import { readBooth } from '#server/services/inspection/round'

export default route(roundRoutes.boothState, ({ actor, params }) => readBooth(actor, params.id))
