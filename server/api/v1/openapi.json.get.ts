import { createHash } from 'node:crypto'
import { setResponseHeaders, setResponseStatus } from 'h3'
import { apiRoutes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { openApi } from '#shared/api/openapi'

/** Built when it is first asked for; it does not change while this program runs. */
let built: { text: string; tag: string } | null = null

function description(): { text: string; tag: string } {
  if (built) return built
  const text = JSON.stringify(openApi())
  const tag = `"${createHash('sha256').update(text).digest('base64url').slice(0, 27)}"`
  built = { text, tag }
  return built
}

export default route(apiRoutes.openapi, ({ event }) => {
  const { text, tag } = description()
  setResponseHeaders(event, {
    'content-type': 'application/json',
    'cache-control': 'no-cache',
    etag: tag,
  })
  if (event.headers.get('if-none-match') !== tag) return text
  setResponseStatus(event, 304)
  return null
})
