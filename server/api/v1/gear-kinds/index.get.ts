import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { route } from '#server/http/route'
import { readChanges } from '#server/services/inspection/checklist'
import { readOwnKinds } from '#server/services/inspection/kind'

export default route(gearKindRoutes.gearKinds, async ({ actor }) => ({
  own: await readOwnKinds(actor),
  changes: await readChanges(actor),
}))
