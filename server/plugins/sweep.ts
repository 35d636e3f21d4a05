import { inTransaction } from '#server/db/pool'
import { sweepAccess } from '#server/db/sign-in'
import { log } from '#server/log'

const HOUR = 3_600_000

/** Counts of wrong tries, devices and sign-ins that are over do not stay for ever. */
export default defineNitroPlugin((nitro) => {
  const sweep = (): void => {
    inTransaction(sweepAccess).catch((error: unknown) =>
      log('error', 'The sweep of old sign-ins failed; it is tried again in an hour.', error),
    )
  }
  const timer = setInterval(sweep, HOUR)
  timer.unref()
  nitro.hooks.hook('close', () => clearInterval(timer))
})
