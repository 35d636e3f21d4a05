import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readChoices } from '#server/services/job/job'

export default route(routes.jobChoices, ({ actor }) => readChoices(actor))
