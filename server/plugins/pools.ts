import { dirname, join } from 'node:path'
import { closePools, openPools } from '#server/heavy/pool'

/** The built server has the worker beside it. While developing the work runs where it is asked for. */
export default defineNitroPlugin((nitro) => {
  if (import.meta.dev) return
  openPools(join(dirname(process.argv[1]!), 'heavy.mjs'))
  nitro.hooks.hook('close', closePools)
})
