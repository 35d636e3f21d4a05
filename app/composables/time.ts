import { tz } from '@date-fns/tz'
import { addDays, format, parse } from 'date-fns'
import { serverNow } from './clock'
import { useSession } from '~/stores/session'

/** Dates and times as the site's clock shows them, wherever the reader sits. */
export function useSiteTime() {
  const session = useSession()
  const zone = computed(() => session.me?.site.timeZone ?? 'UTC')
  const options = computed(() => ({ in: tz(zone.value) }))
  return {
    zone,
    when: (iso: string | null): string =>
      iso === null ? '–' : format(new Date(iso), 'd MMM, HH:mm', options.value),
    clock: (iso: string | null): string =>
      iso === null ? '–' : format(new Date(iso), 'HH:mm', options.value),
    /** Calendar day of the site now, by the server's clock, and days from it. */
    today: (after = 0): string =>
      format(addDays(new Date(serverNow()), after, options.value), 'yyyy-MM-dd', options.value),
    /** For an input of date and time. */
    toLocal: (iso: string): string => format(new Date(iso), "yyyy-MM-dd'T'HH:mm", options.value),
    fromLocal: (local: string): string | null => {
      const date = parse(local, "yyyy-MM-dd'T'HH:mm", new Date(), options.value)
      return Number.isNaN(date.getTime()) ? null : new Date(date.getTime()).toISOString()
    },
  }
}
