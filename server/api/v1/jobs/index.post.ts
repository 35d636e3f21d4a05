import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { addJob } from '#server/services/job/job'

export default route(routes.createJob, ({ actor, body }) => addJob(actor, body))
