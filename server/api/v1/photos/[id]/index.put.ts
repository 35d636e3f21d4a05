import { photoRoutes } from '#shared/photo/routes'
import { route } from '#server/http/route'
import { keepPhoto } from '#server/services/photo/photo'

export default route(photoRoutes.sendPhoto, ({ actor, params, query, body }) =>
  keepPhoto(actor, { ...params, ...query, bytes: body as Uint8Array }),
)
