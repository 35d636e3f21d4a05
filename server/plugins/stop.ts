import { closePool } from '#server/db/pool'

/** Nitro finishes running requests on SIGTERM and then closes; the database goes last. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', closePool)
})
