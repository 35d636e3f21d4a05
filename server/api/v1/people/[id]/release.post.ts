import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { release } from '#server/services/people/erase'

export default route(peopleRoutes.releasePerson, async ({ actor, params }) => {
  await release(actor, params.id)
  return { ok: true as const }
})
