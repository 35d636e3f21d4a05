import { inspectionRoutes } from '#shared/inspection/routes'
import { route } from '#server/http/route'
import { publicOrigin } from '#server/http/origin'
import { download } from '#server/http/download'
import { tagPdf } from '#server/services/inspection/tag'

export default route(inspectionRoutes.gearTag, async ({ event, actor, params }) => {
  const { name, bytes } = await tagPdf(actor, params.kind, params.id, publicOrigin(event).origin)
  return download(event, 'application/pdf', name, bytes)
})
