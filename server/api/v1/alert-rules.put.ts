import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { changeAlertRules } from '#server/services/alert/rules'

export default route(alertRoutes.updateAlertRules, ({ actor, body }) =>
  changeAlertRules(actor, body),
)
