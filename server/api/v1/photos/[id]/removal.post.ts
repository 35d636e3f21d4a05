import { photoRoutes } from '#shared/photo/routes'
import { route } from '#server/http/route'
import { removePhoto } from '#server/services/photo/photo'

export default route(photoRoutes.removePhoto, ({ actor, params, body }) =>
  removePhoto(actor, params.id, body.why),
)
