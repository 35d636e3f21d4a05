import { roundRoutes } from '#shared/inspection/round'
import { route } from '#server/http/route'
import { readRoundRecords } from '#server/services/inspection/round'

export default route(roundRoutes.roundRecords, ({ actor, query }) => readRoundRecords(actor, query))
