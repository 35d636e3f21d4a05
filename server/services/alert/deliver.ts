import { findMessage, markGivenUp, markTried, type MessageRow } from '#server/db/message'
import { inOrganisation } from '#server/db/pool'
import {
  deliveryDone,
  deliveryFailed,
  givenUpDone,
  takeDeliveries,
  takeGivenUp,
  type Delivery,
} from '#server/db/queue'
import { sendMail } from './mail'
import { sendPush } from './push'
import { sendText } from './texts'

/** So many go out beside each other. */
const TOGETHER = 20

/** How a message leaves. @throws with what went wrong */
const SENDERS: Record<
  MessageRow['channel'],
  (organisation: string, message: MessageRow) => Promise<void>
> = {
  page: () => Promise.resolve(),
  push: sendPush,
  mail: (_, message) => sendMail(message),
  text: (_, message) => sendText(message),
}

/**
 * Send what waits. A message that was sent is not sent again; one that was under way when a process died is, under the same identifier,
 * by which whoever receives it knows it. Nothing is sent inside a transaction.
 * @returns how many were tried
 */
export async function deliverWaiting(now: Date): Promise<number> {
  const waiting = await takeDeliveries(TOGETHER)
  await Promise.all(waiting.map((delivery) => deliver(delivery, now)))
  const lost = await takeGivenUp(TOGETHER)
  await Promise.all(lost.map((one) => giveUp(one, now)))
  return waiting.length
}

async function deliver({ id, organisation }: Delivery, at: Date): Promise<void> {
  const message = await inOrganisation(organisation, (db) => findMessage(db, id))
  if (!message || message.sent_at) return deliveryDone(id)
  const failure = await SENDERS[message.channel](organisation, message).then(
    () => null,
    (error: unknown) => (error as Error).message.slice(0, 500),
  )
  await inOrganisation(organisation, (db) => markTried(db, id, { at, failure }))
  await (failure === null ? deliveryDone(id) : deliveryFailed(id, failure))
}

async function giveUp(
  { job, delivery }: { job: string; delivery: Delivery },
  at: Date,
): Promise<void> {
  await inOrganisation(delivery.organisation, (db) => markGivenUp(db, delivery.id, at))
  await givenUpDone(job)
}
