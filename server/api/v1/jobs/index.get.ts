import { jobRoutes } from '#shared/job/routes'
import { route } from '#server/http/route'
import { readJobs } from '#server/services/job/job'

export default route(jobRoutes.jobs, ({ actor, query }) => readJobs(actor, query))
