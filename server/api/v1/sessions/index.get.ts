import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { readTrainings } from '#server/services/training/read'

export default route(routes.trainings, ({ actor, query }) => readTrainings(actor, query))
