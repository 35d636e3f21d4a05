import { reachRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { changeTextNumber } from '#server/services/alert/reach'

export default route(reachRoutes.setTextNumber, async ({ actor, body }) => {
  await changeTextNumber(actor, body.textNumber)
  return { ok: true as const }
})
