import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { dropContact } from '#server/services/alert/contacts'

export default route(alertRoutes.removeContact, async ({ actor, params }) => {
  await dropContact(actor, params.id)
  return { ok: true as const }
})
