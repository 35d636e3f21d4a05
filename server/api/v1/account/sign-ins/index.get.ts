import { signInRoutes } from '#shared/sign-in/routes'
import { route } from '#server/http/route'
import { readOwnSignIns } from '#server/services/sign-in/account'

export default route(signInRoutes.ownSignIns, ({ actor }) => readOwnSignIns(actor))
