import { jobRoutes } from '#shared/job/routes'
import { route } from '#server/http/route'
import { exportJob } from '#server/services/permit/read'

export default route(jobRoutes.exportJob, ({ actor, params }) => exportJob(actor, params.id))
