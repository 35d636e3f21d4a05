import { endStreams } from '#server/http/stream'
import { stopListening } from '#server/services/changes/listen'

/** Streams never end by themselves: asked to stop, the server ends them before it waits for what is under way. */
export default defineNitroPlugin((nitro) => {
  const end = (): void => {
    stopListening()
    endStreams()
  }
  process.once('SIGTERM', end)
  process.once('SIGINT', end)
  nitro.hooks.hook('close', end)
})
