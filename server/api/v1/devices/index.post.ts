import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { addDevice } from '#server/services/monitor/device'

export default route(airRoutes.createDevice, ({ actor, body }) => addDevice(actor, body))
