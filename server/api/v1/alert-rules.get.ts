import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { readAlertRules } from '#server/services/alert/rules'

export default route(alertRoutes.alertRules, ({ actor }) => readAlertRules(actor))
