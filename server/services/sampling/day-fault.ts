import type { SampleBody } from '#shared/sampling/schema'
import { faultOfDay, type DayFault } from '#core/sampling/parts'
import { timedPart } from './days'

/** Parts of one day of one person and substance belong together. */
export const dayOf = ({ on, who, kind, substance }: SampleBody): string =>
  JSON.stringify([on, who, kind, substance])

const FAULT: Record<DayFault, (minutes: number) => { field: string; message: string }> = {
  moreThanDay: (minutes) => ({
    field: 'minutes',
    message: `With the ${minutes} min on file this day would have more than 24 h.`,
  }),
  overlap: () => ({
    field: 'startsAt',
    message:
      'It overlaps with a part on file. Two pumps at the same time are not two parts: keep one, or put the times right.',
  }),
  startNeeded: (minutes) => ({
    field: 'startsAt',
    message: `With the ${minutes} min on file this is more than the shift: say when each part began.`,
  }),
}

/** A part of a day that has not come, or that cannot be one of its day. */
export function dayFault(
  sample: SampleBody,
  onFile: readonly SampleBody[],
  today: string,
): { field: string; message: string } | null {
  if (sample.on > today) return { field: 'on', message: 'This day has not come yet.' }
  const fault = faultOfDay([...onFile, sample].map(timedPart))
  return fault && FAULT[fault](onFile.reduce((sum, part) => sum + part.minutes, 0))
}

/** The same part of the same day, however often it is sent. */
export const keyOf = (sample: {
  reference: string
  on: string
  who: string
  task: string
  substance: string
  startsAt: string | null
  minutes: number
}): string =>
  JSON.stringify([
    sample.reference,
    sample.on,
    sample.who,
    sample.task,
    sample.substance,
    sample.startsAt,
    sample.minutes,
  ])
