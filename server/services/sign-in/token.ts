import { createHash } from 'node:crypto'

/** Tokens are long random strings, so a plain hash is enough to keep them at rest. */
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex')
