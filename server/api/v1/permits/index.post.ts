import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { draftPermit } from '#server/services/permit/permit'

export default route(routes.createPermit, ({ actor, body }) => draftPermit(actor, body.jobId))
