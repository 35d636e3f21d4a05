import { tz } from '@date-fns/tz'
import { addDays, format, parse } from 'date-fns'
import { dayText, daysBetween } from '#core/calendar/day'
import { serverNow } from './clock'
import { useSignIn } from '~/stores/sign-in'

const DAY = 'yyyy-MM-dd'
const LOCAL = "yyyy-MM-dd'T'HH:mm"
const NAMED = { [-1]: 'yesterday', 0: 'today', 1: 'tomorrow' } as Record<number, string>

/** Dates and times as the site's clock shows them, wherever the reader sits. One form everywhere: 24 Nov 2026, 14:05. */
export function useSiteTime() {
  const signIn = useSignIn()
  const zone = computed(() => signIn.me?.site.timeZone ?? 'UTC')
  const options = computed(() => ({ in: tz(zone.value) }))
  const at = (moment: Date | number, how: string): string => format(moment, how, options.value)

  /** Calendar day of the site now, by the server's clock, and days from it. */
  const today = (after = 0): string => at(addDays(serverNow(), after, options.value), DAY)
  /** The year is left out while it is this one. */
  function when(iso: string | null): string {
    if (iso === null) return '–'
    const moment = new Date(iso)
    const thisYear = at(moment, 'yyyy') === at(serverNow(), 'yyyy')
    return at(moment, thisYear ? 'd MMM, HH:mm' : 'd MMM yyyy, HH:mm')
  }
  /** A day as one says it: "today", "yesterday", else its date. */
  function dayName(day: string): string {
    return NAMED[daysBetween(today(), day)] ?? dayText(day)
  }
  function fromLocal(local: string): string | null {
    const date = parse(local, LOCAL, new Date(), options.value)
    return Number.isNaN(date.getTime()) ? null : new Date(date.getTime()).toISOString()
  }
  return {
    zone,
    when,
    clock: (iso: string | null): string => (iso === null ? '–' : at(Date.parse(iso), 'HH:mm')),
    today,
    dayName,
    /** For an input of date and time. */
    toLocal: (iso: string): string => at(Date.parse(iso), LOCAL),
    fromLocal,
  }
}
