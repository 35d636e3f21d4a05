import { roundRoutes } from '#shared/inspection/round'
import { route } from '#server/http/route'
import { readOwnPoints } from '#server/services/inspection/round'

export default route(roundRoutes.ownPoints, ({ actor }) => readOwnPoints(actor))
