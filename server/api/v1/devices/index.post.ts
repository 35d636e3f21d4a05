import { monitorRoutes } from '#shared/monitor/routes'
import { route } from '#server/http/route'
import { addDevice } from '#server/services/monitor/device'

export default route(monitorRoutes.createDevice, ({ actor, body }) => addDevice(actor, body))
