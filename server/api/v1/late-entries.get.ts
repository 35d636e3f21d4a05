import { lateRoutes } from '#shared/late/routes'
import { route } from '#server/http/route'
import { readLateEntries } from '#server/services/late/entries'

export default route(lateRoutes.lateEntries, ({ actor, query }) => readLateEntries(actor, query))
