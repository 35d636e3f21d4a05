import { setTimeout as sleep } from 'node:timers/promises'
import { getClock } from '#server/clock'
import { changes } from '#server/services/changes/listen'
import { startQueue, stopQueue } from '#server/db/queue'
import { inTransaction } from '#server/db/pool'
import { sitesToLook } from '#server/db/alert-watch'
import { deliverWaiting } from '#server/services/alert/deliver'
import { lookAtSite } from '#server/services/alert/look'
import { log } from '#server/log'

/** Whose time has come is asked so often, ms. */
const EVERY_MS = 1_000
/** Two looks are begun so far apart, ms: the first change is looked at at once, and those that come close behind it together. */
const APART_MS = 250
/** So many sites are looked at in one go; the rest comes right after. */
const MOST = 50

/**
 * Calls people, whether or not anybody looks at a screen. Every process does; what is due stands in the database,
 * so that any of them may die at any moment and another goes on.
 */
export default defineNitroPlugin((nitro) => {
  let isStopping = false
  const looking = repeat(async () => {
    const now = (await getClock()).now()
    const sites = await inTransaction((db) => sitesToLook(db, now, MOST))
    let isMore = sites.length === MOST
    for (const site of sites)
      // One site that cannot be looked at keeps nobody from looking after the others.
      isMore =
        (await lookAtSite(site, now).catch((error: unknown) => {
          log('error', 'A site could not be looked at; it is tried again.', error)
          return false
        })) || isMore
    return isMore
  })
  const delivering = repeat(async () => (await deliverWaiting((await getClock()).now())) > 0)
  const end = changes.hear(({ topic }) => {
    if (topic === 'permits' || topic === 'alerts') looking.soon()
    if (topic === 'alerts') delivering.soon()
  })
  const begun = begin()

  /** The database may be away at the start as at any other time. */
  async function begin(): Promise<void> {
    while (!isStopping)
      try {
        await startQueue()
        return
      } catch (error) {
        log('warn', 'The queue of messages waits for the database.', error)
        await new Promise((resolve) => setTimeout(resolve, EVERY_MS).unref())
      }
  }

  /** Work that is done again and again, at once when there is more of it, and never twice at a time. */
  function repeat(work: () => Promise<boolean>): { soon: () => void; ended: Promise<void> } {
    let isAsked = false
    let wake: () => void = () => {}
    const woken = (within: number): Promise<void> =>
      new Promise((resolve) => {
        const timer = setTimeout(resolve, within)
        timer.unref()
        wake = () => {
          clearTimeout(timer)
          resolve()
        }
      })
    const ended = (async () => {
      while (!isStopping) {
        isAsked = false
        const begunAt = performance.now()
        const more = await work().catch((error: unknown) => {
          if (!isStopping) log('error', 'Alerts are held up.', error)
          return false
        })
        if (more || isStopping) continue
        if (!isAsked) await woken(EVERY_MS)
        const early = begunAt + APART_MS - performance.now()
        if (early > 0 && !isStopping) await sleep(early, null, { ref: false })
      }
    })()
    const soon = (): void => {
      isAsked = true
      wake()
    }
    return { soon, ended }
  }

  nitro.hooks.hook('close', async () => {
    isStopping = true
    end()
    looking.soon()
    delivering.soon()
    await Promise.allSettled([looking.ended, delivering.ended, begun])
    await stopQueue().catch(() => null)
  })
})
