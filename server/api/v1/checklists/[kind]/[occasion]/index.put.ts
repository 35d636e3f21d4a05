import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { route } from '#server/http/route'
import { changeChecklist } from '#server/services/inspection/checklist'

export default route(gearKindRoutes.changeChecklist, async ({ actor, params, query, body }) => {
  await changeChecklist(actor, { ...params, kindId: query.kindId ?? null }, body)
  return { ok: true as const }
})
