import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { changeItem } from '#server/services/inspection/inspection'

export default route(routes.updateItem, async ({ actor, params, body }) => {
  await changeItem(actor, params.kind, params.id, body)
  return { ok: true as const }
})
