import { setResponseHeaders, type H3Event } from 'h3'

/** Answer with a document instead of JSON. */
export function download<T extends Buffer | string>(
  event: H3Event,
  type: string,
  name: string,
  content: T,
): T {
  setResponseHeaders(event, {
    'content-type': type,
    'content-disposition': `inline; filename="${name}"`,
  })
  return content
}
