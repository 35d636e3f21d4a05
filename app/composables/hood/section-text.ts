import type { Unit } from '#core/finding/finding'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'

/** Flows, speeds and lengths of a work place, in the reader's units. */
export function useSectionText() {
  const units = useUnits()
  const text = (amount: number, unit: Unit): string => quantityText({ amount, unit }, units.value)
  return {
    text,
    /** Lengths at a work place are read in mm or in. */
    distanceText: (metres: number): string => text(metres * 1000, 'mm'),
  }
}
