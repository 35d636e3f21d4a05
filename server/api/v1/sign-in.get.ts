import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { getClock } from '#server/clock'
import { readMe } from '#server/services/sign-in/account'

export default route(signInRoutes.me, async ({ actor }) => ({
  me: await readMe(actor),
  clock: { now: actor.now.toISOString(), factor: (await getClock()).factor },
}))
