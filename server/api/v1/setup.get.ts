import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { isSetupNeeded } from '#server/services/session/account'

export default route(routes.setupState, async () => ({ needed: await isSetupNeeded() }))
