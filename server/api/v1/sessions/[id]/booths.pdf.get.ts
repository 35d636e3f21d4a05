import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { getRequestURL } from 'h3'
import { download } from '#server/http/download'
import { boothPdf } from '#server/services/training/paper'

export default route(routes.boothPdf, async ({ event, actor, params, query }) => {
  const { name, bytes } = await boothPdf(actor, params.id, {
    ...query,
    origin: getRequestURL(event, { xForwardedProto: true }).origin,
  })
  return download(event, 'application/pdf', name, bytes)
})
