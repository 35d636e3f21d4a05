const formats = new Map<string, Intl.DateTimeFormat>()

/** A format costs more to make than to use, and a server knows few time zones. */
function formatOf(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone)
  if (known) return known
  const made = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  })
  formats.set(timeZone, made)
  return made
}

/** Calendar day at a site, as ISO text. */
export const siteDay = (now: Date, timeZone: string): string => formatOf(timeZone).format(now)
