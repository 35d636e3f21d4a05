import { musterRoutes } from '#shared/muster/routes'
import { route } from '#server/http/route'
import { readMusterNow } from '#server/services/muster/read'

export default route(musterRoutes.musterNow, ({ actor }) => readMusterNow(actor))
