import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { answerAlert } from '#server/services/alert/answer'

export default route(alertRoutes.answerAlert, async ({ actor, params }) => {
  await answerAlert(actor, params.id)
  return { ok: true as const }
})
