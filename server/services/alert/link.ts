import { getConfig } from '#server/config'

/** Where a link of a message leads; without a known address of this Zonaris the path alone. */
export const wholeLink = (path: string): string => {
  const { origin } = getConfig()
  return origin ? new URL(path, origin).toString() : path
}
