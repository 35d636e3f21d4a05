/** Calendar day in a zone now, as the server counts it. */
export const todayOf = (timeZone: string): string =>
  new Intl.DateTimeFormat('en-CA', { timeZone }).format(new Date())
