import { getConfig } from '#server/config'
import type { MessageRow } from '#server/db/message'
import { TRY_MS } from './patience'

/** Hand a text over to whatever sends texts for this shop. @throws with what it said */
export async function sendText({ id, address, subject, body }: MessageRow): Promise<void> {
  const { texts } = getConfig()
  if (!texts) throw new Error('Texts are not set up.')
  const answer = await fetch(texts.url, {
    method: 'POST',
    redirect: 'error',
    signal: AbortSignal.timeout(TRY_MS),
    headers: {
      'content-type': 'application/json',
      // The same over every try.
      'idempotency-key': id,
      ...(texts.token && { authorization: `Bearer ${texts.token}` }),
    },
    body: JSON.stringify({ id, to: address, text: `${subject}. ${body}` }),
  })
  await answer.body?.cancel()
  if (!answer.ok) throw new Error(`The text gateway answered ${answer.status}.`)
}
