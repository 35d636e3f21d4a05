import { partsOf } from './composition'
import type { Composition } from './gas.table'

/** What a gas does to a fire: feeds it, burns, or neither. */
export type Danger = 'oxidizer' | 'fuel' | 'inert'

/** More oxygen than this in a gas feeds a fire better than air does. */
const OXIDIZER_SHARE = 0.235
/**
 * Most hydrogen that does not burn, mole fraction: 5.5 % in nitrogen, less in argon or helium, which take less heat out of a
 * flame. The smaller counts for every mix that is not nitrogen and hydrogen alone.
 */
const HYDROGEN_IN_NITROGEN = 0.055
const HYDROGEN_IN_OTHERS = 0.029

/** Source: ISO 10156, hydrogen in nitrogen and in argon. A mix of fuel and oxygen counts as fuel, the worse to store. */
export function dangerOf(parts: Composition): Danger {
  if ((parts.acetylene ?? 0) > 0 || (parts.propane ?? 0) > 0) return 'fuel'
  const onlyNitrogen = partsOf(parts).every(
    ([component]) => component === 'nitrogen' || component === 'hydrogen',
  )
  const most = onlyNitrogen ? HYDROGEN_IN_NITROGEN : HYDROGEN_IN_OTHERS
  if ((parts.hydrogen ?? 0) > most) return 'fuel'
  return (parts.oxygen ?? 0) > OXIDIZER_SHARE ? 'oxidizer' : 'inert'
}
