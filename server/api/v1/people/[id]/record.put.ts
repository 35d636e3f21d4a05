import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { changeRecord } from '#server/services/people/record'

export default route(peopleRoutes.updateRecord, async ({ actor, params, body }) => {
  await changeRecord(actor, params.id, body)
  return { ok: true as const }
})
