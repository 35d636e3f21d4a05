import { jobRoutes } from '#shared/job/routes'
import { route } from '#server/http/route'
import { readChoices } from '#server/services/job/job'

export default route(jobRoutes.jobChoices, ({ actor }) => readChoices(actor))
