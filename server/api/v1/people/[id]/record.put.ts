import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { changeRecord } from '#server/services/people/record'

export default route(routes.updateRecord, async ({ actor, params, body }) => {
  await changeRecord(actor, params.id, body)
  return { ok: true as const }
})
