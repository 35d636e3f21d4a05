import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { readAlerts } from '#server/services/alert/read'

export default route(alertRoutes.alerts, ({ actor }) => readAlerts(actor))
