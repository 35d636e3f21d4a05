import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readJobs } from '#server/services/job/job'

export default route(routes.jobs, ({ actor, query }) => readJobs(actor, query))
