import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/http/route'
import { changePerson } from '#server/services/people/person'

export default route(peopleRoutes.updatePerson, async ({ actor, params, body }) => {
  await changePerson(actor, params.id, body)
  return { ok: true as const }
})
