import { jobRoutes } from '#shared/job/routes'
import { route } from '#server/http/route'
import { addJob } from '#server/services/job/job'

export default route(jobRoutes.createJob, ({ actor, body }) => addJob(actor, body))
