import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { exportJob } from '#server/services/permit/read'

export default route(routes.exportJob, ({ actor, params }) => exportJob(actor, params.id))
