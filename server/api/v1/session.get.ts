import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { getClock } from '#server/clock'
import { readMe } from '#server/services/session/account'

export default route(routes.me, async ({ actor }) => ({
  me: await readMe(actor),
  clock: { now: actor.now.toISOString(), factor: (await getClock()).factor },
}))
