import type { FireQuery } from '#core/firewatch/fire'
import type { ContainerCheck } from '#core/firewatch/container'
import { governing, type HouseFireRules } from '#core/firewatch/governing'

export const NO_HOUSE: HouseFireRules = { watch: null, monitoring: null, reach: null }
const rules = governing(['nfpa51b'], NO_HOUSE, '2026-11-26')

/** Cleaned, tested, off its pipes, vented and purged. */
export const SAFE_CONTAINER: ContainerCheck = {
  held: 'Hydraulic oil',
  contents: 'flammable',
  cleaned: 'steam',
  tester: 'Ines Calder',
  testedAt: 0,
  explosive: 0,
  isIsolated: true,
  isVented: true,
  purged: 'inert',
}

/** What governs a fire check, and a permit that was written by it. */
export const RULES: Pick<
  FireQuery,
  'rules' | 'written' | 'inReach' | 'now' | 'isOutdoors' | 'container' | 'hours' | 'sparks'
> = {
  rules,
  now: 0,
  isOutdoors: false,
  container: SAFE_CONTAINER,
  hours: { isAtNight: false, isShut: false },
  sparks: { far: 3, height: 1, openings: [], below: [] },
  inReach: null,
  written: { watch: rules.watch.value, monitoring: 0, reach: rules.reach.value },
}
