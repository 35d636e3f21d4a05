import { jobRoutes } from '#shared/job/routes'
import { route } from '#server/http/route'
import { readJob } from '#server/services/job/job'

export default route(jobRoutes.job, ({ actor, params }) => readJob(actor, params.id))
