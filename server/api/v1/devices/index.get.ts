import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { readDevices } from '#server/services/monitor/device'

export default route(airRoutes.devices, ({ actor }) => readDevices(actor))
