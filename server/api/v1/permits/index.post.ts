import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { draftPermit } from '#server/services/permit/begin'

export default route(permitRoutes.createPermit, ({ actor, body }) => draftPermit(actor, body.jobId))
