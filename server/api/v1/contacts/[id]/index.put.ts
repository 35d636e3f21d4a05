import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { changeContact } from '#server/services/alert/contacts'

export default route(alertRoutes.updateContact, async ({ actor, params, body }) => {
  await changeContact(actor, params.id, body)
  return { ok: true as const }
})
