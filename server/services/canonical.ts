import { createHash } from 'node:crypto'

/** One text for one content, whatever the order of its keys; what is not there and what is undefined are the same. */
export const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  )

/** SHA-256 of a text, in hexadecimal. */
export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex')
