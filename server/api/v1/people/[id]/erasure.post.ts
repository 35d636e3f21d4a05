import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { eraseFormer } from '#server/services/people/erase'

export default route(peopleRoutes.erasePerson, async ({ actor, params }) => {
  await eraseFormer(actor, params.id)
  return { ok: true as const }
})
