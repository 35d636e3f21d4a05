import { planRoutes } from '#shared/plan/routes'
import { route } from '#server/http/route'
import { readPlanRooms } from '#server/services/plan/rooms'

export default route(planRoutes.planRooms, ({ actor }) => readPlanRooms(actor))
