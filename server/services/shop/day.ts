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

/** Hour of the day at a site, 0 to under 24, minutes as its fraction. */
export function siteHour(now: Date, timeZone: string): number {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(now)
  const part = (type: 'hour' | 'minute'): number =>
    Number(parts.find((one) => one.type === type)!.value)
  return part('hour') + part('minute') / 60
}

/** A moment as people at a site read it: 27 Nov 2026, 14:05. */
export const siteMoment = (at: Date, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone }).format(at)

/** A moment of these days as a clock time of the site: 14:05. */
export const siteClock = (at: Date, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeStyle: 'short', timeZone }).format(at)
