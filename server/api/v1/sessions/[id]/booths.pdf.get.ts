import { sessionRoutes } from '#shared/session/routes'
import { route } from '#server/http/route'
import { publicOrigin } from '#server/http/origin'
import { download } from '#server/http/download'
import { boothPdf } from '#server/services/session/paper'

export default route(sessionRoutes.boothPdf, async ({ event, actor, params, query }) => {
  const { name, bytes } = await boothPdf(actor, params.id, {
    ...query,
    origin: publicOrigin(event).origin,
  })
  return download(event, 'application/pdf', name, bytes)
})
