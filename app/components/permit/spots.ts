import { spotsRead } from '#core/firewatch/spot'
import type { StepDetails } from '#shared/permit/round'
import type { Permit } from '#shared/permit/schema'
import type { Units } from '#shared/units/systems'
import { quantityText } from '#shared/units/units'

/** What was read at places of a round, each in words. */
export const spotTexts = (looked: NonNullable<StepDetails['looked']>, units: Units): string[] =>
  looked.flatMap(({ name, spot }) =>
    spot ? [`${quantityText({ amount: spot.kelvin, unit: 'K' }, units)}: ${name}`] : [],
  )

/** What was read last at each place, K, on rounds of which it is known when they were made. */
export function newestSpots(events: Permit['events']): Record<string, number> {
  const rounds = events
    .filter(({ kind, countsAt }) => kind === 'round' && countsAt !== null)
    .toSorted((a, b) => Date.parse(a.countsAt!) - Date.parse(b.countsAt!))
  return Object.fromEntries(spotsRead(rounds.map(({ details }) => details?.looked ?? [])))
}
