import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { readContacts } from '#server/services/alert/contacts'

export default route(alertRoutes.contacts, ({ actor }) => readContacts(actor))
