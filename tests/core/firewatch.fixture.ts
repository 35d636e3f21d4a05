import type { Operator, Watcher } from '#core/firewatch/people'
import type { FireQuery } from '#core/firewatch/fire'
import type { ContainerCheck } from '#core/firewatch/container'
import { governing, type HouseFireRules } from '#core/firewatch/governing'

export const NO_HOUSE: HouseFireRules = { watch: null, monitoring: null, reach: null }
const rules = governing(['nfpa51b'], NO_HOUSE, '2026-11-26')

export const OPERATOR: Operator = { id: 'a', name: 'Ansel', isActive: true, isCleared: true }
export const WATCHER: Watcher = {
  id: 'b',
  name: 'Bram',
  isActive: true,
  isTrained: true,
  side: null,
  busyOn: null,
}
export const PEOPLE: FireQuery['people'] = {
  process: 'SMAW',
  operator: OPERATOR,
  fireWatch: WATCHER,
  others: [],
}

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
export const RULES: Omit<
  FireQuery,
  'designated' | 'sweep' | 'validFrom' | 'validTo' | 'shiftHours'
> = {
  rules,
  now: 0,
  isOutdoors: false,
  container: SAFE_CONTAINER,
  hours: { isAtNight: false, isShut: false },
  people: PEOPLE,
  space: null,
  putsBack: { id: 'c', name: 'Ines', isActive: true },
  neighbours: [],
  sparks: { far: 3, height: 1, openings: [], below: [] },
  inReach: null,
  seenBy: {},
  extinguishers: null,
  work: null,
  found: [],
  written: { watch: rules.watch.value, monitoring: 0, reach: rules.reach.value },
}
