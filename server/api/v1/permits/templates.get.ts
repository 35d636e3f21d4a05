import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { readTemplates } from '#server/services/permit/begin'

export default route(permitRoutes.permitTemplates, ({ actor }) => readTemplates(actor))
