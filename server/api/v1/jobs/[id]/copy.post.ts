import { jobRoutes } from '#shared/job/routes'
import { route } from '#server/http/route'
import { copyJob } from '#server/services/job/job'

export default route(jobRoutes.copyJob, ({ actor, params }) => copyJob(actor, params.id))
