/** How somebody is told. */
export const CHANNELS = ['page', 'push', 'mail', 'text'] as const
export type Channel = (typeof CHANNELS)[number]

export const CHANNEL_NAME: Record<Channel, string> = {
  page: 'on screen',
  push: 'push',
  mail: 'mail',
  text: 'text',
}
