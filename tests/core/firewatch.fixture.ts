import type { FireQuery } from '#core/firewatch/fire'
import { governing, type HouseFireRules } from '#core/firewatch/governing'

export const NO_HOUSE: HouseFireRules = { watch: null, monitoring: null, reach: null }
const rules = governing(['nfpa51b'], NO_HOUSE, '2026-11-26')

/** What governs a fire check, and a permit that was written by it. */
export const RULES: Pick<FireQuery, 'rules' | 'written' | 'inReach'> = {
  rules,
  inReach: null,
  written: { watch: rules.watch.value, monitoring: 0, reach: rules.reach.value },
}
