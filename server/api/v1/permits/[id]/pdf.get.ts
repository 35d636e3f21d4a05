import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { publicOrigin } from '#server/http/origin'
import { download } from '#server/http/download'
import { permitPdf } from '#server/services/permit/pdf'

export default route(permitRoutes.permitPdf, async ({ event, actor, params }) => {
  const { name, bytes } = await permitPdf(actor, params.id, publicOrigin(event).origin)
  return download(event, 'application/pdf', name, bytes)
})
