import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readJob } from '#server/services/job/job'

export default route(routes.job, ({ actor, params }) => readJob(actor, params.id))
