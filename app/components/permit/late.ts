import type { Permit } from '#shared/permit/schema'

type Event = Permit['events'][number]

/** When rounds were made, ms since the epoch; one of which it is not known counts for none. */
export const roundTimes = (events: readonly Event[]): number[] =>
  events.flatMap(({ kind, countsAt }) =>
    kind === 'round' && countsAt !== null ? [Date.parse(countsAt)] : [],
  )

/** Beyond a minute a phone is told of as off, ms. */
const OFF_MS = 60_000

/** That a step came later than it was taken; null: it did not. @param clock how a time is shown */
export function lateText(
  { at, countsAt, details }: Event,
  clock: (iso: string) => string,
): string | null {
  const late = details?.late
  if (!late) return null
  if (countsAt === null)
    return `Came ${clock(at)}, and when it was made is not known: it counts for no round.`
  const minutes = Math.round(Math.abs(late.skew) / OFF_MS)
  const off = late.skew > 0 ? 'behind' : 'ahead'
  const clockOff =
    Math.abs(late.skew) > OFF_MS ? ` The phone's clock was ${minutes} min ${off}.` : ''
  return `Made without a signal, came ${clock(at)}.${clockOff}`
}
