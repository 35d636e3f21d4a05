import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { undoTraining } from '#server/services/training/change'

export default route(routes.undoTraining, ({ actor, params }) => undoTraining(actor, params.id))
