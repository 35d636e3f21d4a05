import { changeRoutes } from '#shared/changes/routes'
import { route } from '#server/http/route'
import { streamChanges } from '#server/http/stream'

export default route(changeRoutes.changes, async ({ event, actor, query }) => {
  await streamChanges(event, actor, query.after)
  return ''
})
