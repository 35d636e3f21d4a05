import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { isSetupNeeded } from '#server/services/sign-in/account'

export default route(signInRoutes.setupState, async () => ({ needed: await isSetupNeeded() }))
