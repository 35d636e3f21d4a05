import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { readBooth } from '#server/services/session/card'

export default route(signInRoutes.booth, ({ params }) => readBooth(params.code))
