import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { endSignIn } from '#server/http/actor'

export default route(signInRoutes.signOut, async ({ event, actor }) => {
  await endSignIn(event, actor)
  return { ok: true as const }
})
