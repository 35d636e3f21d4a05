import { monitorRoutes } from '#shared/monitor/routes'
import { route } from '#server/http/route'
import { readDevices } from '#server/services/monitor/device'

export default route(monitorRoutes.devices, ({ actor }) => readDevices(actor))
