import { setResponseHeader } from 'h3'
import { getConfig } from '#server/config'

/** Half a year of https only, where whoever runs it asked for that. */
const HEADER = 'max-age=15552000'

export default defineNitroPlugin((nitro) => {
  if (!getConfig().strictTransport) return
  nitro.hooks.hook('request', (event) => {
    setResponseHeader(event, 'strict-transport-security', HEADER)
  })
})
