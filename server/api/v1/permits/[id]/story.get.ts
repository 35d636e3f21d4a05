import { permitRoutes } from '#shared/permit/routes'
import { route } from '#server/http/route'
import { readStory } from '#server/services/permit/story'

export default route(permitRoutes.permitStory, ({ actor, params }) => readStory(actor, params.id))
