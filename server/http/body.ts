import type { H3Event } from 'h3'
import { AppError } from '../errors'

/** Bodies over this are refused, however they arrive. */
const BODY_LIMIT = 256_000

/** Read a JSON body, counting bytes as they come: a missing length header does not lift the cap. */
export async function readJson(event: H3Event, limit = BODY_LIMIT): Promise<unknown> {
  const type = event.headers.get('content-type') ?? ''
  if (!type.toLowerCase().startsWith('application/json'))
    throw new AppError(415, 'not_json', 'Send the body as application/json.')
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req) {
    size += (chunk as Buffer).length
    if (size <= limit) chunks.push(chunk as Buffer)
    // A little more is read and thrown away, so that the sender hears the answer; not without end.
    else if (size > 20 * limit) break
  }
  if (size > limit)
    throw new AppError(413, 'too_large', `The body is larger than ${limit / 1000} kB.`)
  try {
    return JSON.parse(Buffer.concat(chunks).toString('utf8'))
  } catch {
    throw new AppError(400, 'not_json', 'The body is not valid JSON.')
  }
}
