import { signInRoutes } from '#shared/sign-in/routes'
import { download } from '#server/http/download'
import { route } from '#server/http/route'
import { exportOwnData } from '#server/services/people/own-data'

export default route(signInRoutes.ownData, async ({ event, actor }) =>
  download(event, 'application/json', 'own-data.json', await exportOwnData(actor)),
)
