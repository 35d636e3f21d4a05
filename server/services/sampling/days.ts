import { minuteOfDay } from '#core/calendar/day'
import { averageOfParts, faultOfDay, type DayFault, type Timed } from '#core/sampling/parts'
import type { Sample, SampleBody } from '#shared/sampling/schema'

interface SampledDay {
  on: string
  who: string
  value: number
  underDetection: boolean
  jobId: string | null
}

/** A day whose parts cannot be one. */
export interface RefusedDay {
  on: string
  who: string
  fault: DayFault
}

export const timedPart = ({ minutes, startsAt, shiftMinutes }: SampleBody | Sample): Timed => ({
  minutes,
  start: startsAt === null ? null : minuteOfDay(startsAt),
  shiftMinutes,
})

/**
 * One person on one day: the 8 h average of all parts. It is under the detection limit when every part is.
 * A day whose parts cannot be one is left out and named.
 */
export function daysOf(samples: readonly Sample[]): { days: SampledDay[]; refused: RefusedDay[] } {
  const byDay = new Map<string, Sample[]>()
  for (const sample of samples) {
    const key = `${sample.on} ${sample.who}`
    byDay.set(key, [...(byDay.get(key) ?? []), sample])
  }
  const days: SampledDay[] = []
  const refused: RefusedDay[] = []
  for (const parts of byDay.values()) {
    const fault = faultOfDay(parts.map(timedPart))
    if (fault) refused.push({ on: parts[0]!.on, who: parts[0]!.who, fault })
    else days.push(dayOf(parts))
  }
  return { days, refused }
}

function dayOf(parts: readonly Sample[]): SampledDay {
  const under = parts.every((part) => part.underDetection)
  // A part under the limit among others counts as its limit over root 2; a day wholly under keeps the limit itself, which the statistics substitute.
  const value = averageOfParts(
    parts.map((part) => ({
      minutes: part.minutes,
      value: part.underDetection && !under ? part.value / Math.SQRT2 : part.value,
    })),
    // Where parts say different things of the day, the one that makes it worse.
    parts.some((part) => part.rest === 'as_sampled') ? 'as_sampled' : 'unexposed',
    Math.max(...parts.map((part) => part.shiftMinutes)),
  )
  return {
    on: parts[0]!.on,
    who: parts[0]!.who,
    value,
    underDetection: under,
    jobId: parts[0]!.jobId,
  }
}
