import { createHash } from 'node:crypto'

/** JSON with its keys in order, so that the same content is always the same text. */
export const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  )

/** SHA-256 of a text, in hexadecimal. */
export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex')
