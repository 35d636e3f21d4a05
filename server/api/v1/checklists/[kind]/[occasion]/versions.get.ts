import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { route } from '#server/http/route'
import { readVersions } from '#server/services/inspection/checklist'

export default route(gearKindRoutes.checklistVersions, ({ actor, params, query }) =>
  readVersions(actor, { ...params, kindId: query.kindId ?? null }),
)
