import { photoRoutes } from '#shared/photo/routes'
import { download } from '#server/http/download'
import { route } from '#server/http/route'
import { readPhoto } from '#server/services/photo/photo'

export default route(photoRoutes.photo, async ({ event, actor, params }) =>
  download(event, 'image/jpeg', 'photo.jpg', await readPhoto(actor, params.id, params.size)),
)
