import { createHash, timingSafeEqual } from 'node:crypto'
import { getConfig } from '#server/config'

const digest = (text: string): Buffer => createHash('sha256').update(text).digest()

/** Letters as they are read off a screen: case and spaces do not matter. Without a code nobody sets anything up. */
export function isSetupCode(typed: string): boolean {
  const { setupCode } = getConfig()
  const plain = (text: string): string => text.toUpperCase().replace(/[^A-Z0-9]/g, '')
  return setupCode !== null && timingSafeEqual(digest(plain(typed)), digest(plain(setupCode)))
}
