import { getConfig } from '#server/config'
import type { Channel } from '#shared/alert/channels'

/** Which ways out are set up. Screens and push need nothing from outside. */
export function channelsOpen(): Record<Channel, boolean> {
  const { mail, texts } = getConfig()
  return { page: true, push: true, mail: mail !== null, text: texts !== null }
}
