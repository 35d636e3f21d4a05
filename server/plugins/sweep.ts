import { getClock } from '#server/clock'
import { makeMonths } from '#server/db/months'
import { inTransaction } from '#server/db/pool'
import { sweepAccess } from '#server/db/sign-in'
import { log } from '#server/log'
import { removeWhatIsDue } from '#server/services/keeping/remove'

const HOUR = 3_600_000

/** What is seen to each hour by every process. Done twice, each finds nothing left to do. */
const CHORES: { name: string; work: (now: Date) => Promise<unknown> }[] = [
  {
    name: 'Wrong tries, devices and sign-ins that are over',
    work: () => inTransaction(sweepAccess),
  },
  { name: 'The months to come', work: (now) => makeMonths(now, now) },
  { name: 'What is kept no longer', work: removeWhatIsDue },
]

export default defineNitroPlugin((nitro) => {
  const sweep = async (): Promise<void> => {
    for (const { name, work } of CHORES)
      try {
        await work((await getClock()).now())
      } catch (error) {
        log('error', 'A chore failed; it is tried again in an hour.', error, { chore: name })
      }
  }
  const timer = setInterval(() => void sweep(), HOUR)
  timer.unref()
  nitro.hooks.hook('close', () => clearInterval(timer))
})
