import { createTransport, type Transporter } from 'nodemailer'
import { getConfig } from '#server/config'
import type { MessageRow } from '#server/db/message'
import { wholeLink } from './link'
import { TRY_MS } from './patience'

let transport: Transporter | null = null

/** @throws with what the mail server said */
export async function sendMail({ id, address, subject, body, link }: MessageRow): Promise<void> {
  const { mail } = getConfig()
  if (!mail) throw new Error('Mail is not set up.')
  transport ??= createTransport(mail.server.toString(), {
    from: mail.from,
  })
  await within(
    transport.sendMail({
      to: address,
      subject,
      text: `${body}\n\n${wholeLink(link)}\n`,
      // The same over every try, so that a mail that comes twice is known.
      messageId: `<${id}@zonaris>`,
      headers: { 'Auto-Submitted': 'auto-generated', 'X-Priority': '1' },
    }),
  )
}

/** A mail server that says nothing holds nobody up. */
function within<T>(sending: Promise<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error('The mail server did not answer.')), TRY_MS)
    sending.then(resolve, reject).finally(() => clearTimeout(timer))
  })
}
