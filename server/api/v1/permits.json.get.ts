import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { download } from '#server/http/download'
import { permitsJson } from '#server/services/permit/export'

export default route(permitRoutes.permitsJson, async ({ event, actor, query }) => {
  const { name, json } = await permitsJson(actor, query.before ?? null)
  return download(event, 'application/json; charset=utf-8', name, json)
})
