import { roundRoutes } from '#shared/inspection/round'
import { route } from '#server/http/route'
import { readRounds } from '#server/services/inspection/round'

export default route(roundRoutes.rounds, ({ actor }) => readRounds(actor))
