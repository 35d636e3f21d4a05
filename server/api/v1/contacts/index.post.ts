import { alertRoutes } from '#shared/alert/routes'
import { route } from '#server/http/route'
import { addContact } from '#server/services/alert/contacts'

export default route(alertRoutes.createContact, ({ actor, body }) => addContact(actor, body))
