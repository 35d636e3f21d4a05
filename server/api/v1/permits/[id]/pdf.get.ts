import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { setResponseHeaders } from 'h3'
import { permitPdf } from '#server/services/permit/pdf'

export default route(routes.permitPdf, async ({ event, actor, params }) => {
  const { name, bytes } = await permitPdf(actor, params.id)
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${name}"` })
  return bytes
})
