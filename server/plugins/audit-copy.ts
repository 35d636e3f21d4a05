import { getConfig } from '#server/config'
import { copyAudit } from '#server/services/audit/copy'
import { log } from '#server/log'

const EVERY_MS = 10_000
/** Refused, it waits longer each time, to ten minutes. */
const LONGEST_MS = 600_000

/** The audit goes to another machine as it is written, where one is named. */
export default defineNitroPlugin((nitro) => {
  const { auditCopy } = getConfig()
  if (!auditCopy) return
  let wait = EVERY_MS
  let timer: ReturnType<typeof setTimeout>
  const next = (ms: number): void => {
    timer = setTimeout(() => void send(), ms)
    timer.unref()
  }
  const send = async (): Promise<void> => {
    try {
      const sent = await copyAudit(auditCopy)
      wait = EVERY_MS
      next(sent > 0 ? 100 : EVERY_MS)
    } catch (error) {
      log('error', 'The audit could not be copied; it is tried again.', error)
      wait = Math.min(LONGEST_MS, wait * 2)
      next(wait)
    }
  }
  next(1_000)
  nitro.hooks.hook('close', () => clearTimeout(timer))
})
