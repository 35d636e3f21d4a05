import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { copyJob } from '#server/services/job/job'

export default route(routes.copyJob, ({ actor, params }) => copyJob(actor, params.id))
