import { reachRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { addDevice } from '#server/services/alert/reach'

export default route(reachRoutes.addPushDevice, ({ actor, body }) => addDevice(actor, body))
