import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readBooth } from '#server/services/training/card'

export default route(routes.booth, ({ params }) => readBooth(params.code))
