import type { H3Event } from 'h3'
import { AppError } from '../errors'

/** Bodies over this are refused, however they arrive. */
const BODY_LIMIT = 256_000

/** A body as it came, and what it says. */
export interface Body {
  bytes: Uint8Array
  value: unknown
}

/** Read a JSON body. */
export async function readJson(event: H3Event, limit = BODY_LIMIT): Promise<Body> {
  if (!typeOf(event).startsWith('application/json'))
    throw new AppError(415, 'not_json', 'Send the body as application/json.')
  const bytes = await readAll(event, limit)
  try {
    return { bytes, value: JSON.parse(bytes.toString('utf8')) }
  } catch {
    throw new AppError(400, 'not_json', 'The body is not valid JSON.')
  }
}

/** Read a body as it is. @param types media types that are taken */
export async function readBytes(
  event: H3Event,
  types: readonly string[],
  limit = BODY_LIMIT,
): Promise<Body> {
  const type = typeOf(event).split(';')[0]!.trim()
  if (!types.includes(type))
    throw new AppError(415, 'wrong_type', `Send the body as ${types.join(', ')}.`)
  const bytes = await readAll(event, limit)
  return { bytes, value: bytes }
}

const typeOf = (event: H3Event): string => (event.headers.get('content-type') ?? '').toLowerCase()

/** Bytes are counted as they come: a missing length header does not lift the cap. */
async function readAll(event: H3Event, limit: number): Promise<Buffer> {
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
  return Buffer.concat(chunks)
}
